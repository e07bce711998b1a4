import { Ajv, type ErrorObject } from 'ajv';
import addFormatsModule from 'ajv-formats';
import type { AnyShape } from '../../core/shape/data-of.ts';
import type { FarRegistry } from '../../core/shape/parts.ts';
import { farKeys } from '../../schemas/far-registries.ts';
import { ProblemError } from '../base/problem.ts';

// ajv-formats is CommonJS: its function is the module or the module's default, by who loads it.
type AddFormats = (ajv: Ajv) => unknown;
const addFormats: AddFormats =
  typeof addFormatsModule === 'function'
    ? addFormatsModule
    : (addFormatsModule as { default: AddFormats }).default;

const options = {
  allErrors: false,
  strict: true,
  strictRequired: false,
  strictTypes: false,
  allowUnionTypes: true,
  discriminator: true,
  // For the words of a refusal: what a form is called stands with it in the schema.
  verbose: true,
} as const;
const strictAjv = new Ajv(options);
const coercingAjv = new Ajv({ ...options, coerceTypes: true, useDefaults: true });
for (const ajv of [strictAjv, coercingAjv]) {
  addFormats(ajv);
  // The package's own takes “urn:uuid:…” too, which nothing else here would know again.
  ajv.addFormat('uuid', /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i);
  ajv.addFormat('uuid7', /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/i);
  ajv.addKeyword({
    keyword: 'keyIn',
    type: 'string',
    schemaType: 'string',
    errors: false,
    validate: (registry: FarRegistry, key: string) => farKeys[registry].includes(key),
  });
  ajv.addKeyword({
    keyword: 'lowered',
    type: 'string',
    modifying: true,
    errors: false,
    validate: (
      _on: unknown,
      id: string,
      _schema: unknown,
      at?: { parentData: unknown; parentDataProperty: string | number },
    ) => {
      (at!.parentData as Record<string | number, unknown>)[at!.parentDataProperty] = id.toLowerCase();
      return true;
    },
  });
}

export type Part = 'body' | 'query' | 'answer';
const names: Record<Part, string> = { body: 'The message', query: 'The address', answer: 'The answer' };

/**
 * A function that returns its value when it fits `schema` and otherwise throws a 422 problem naming the first
 * fault (a 500 for our own answers). `coerce` reads numbers and booleans out of query text.
 */
export function validator(
  schema: AnyShape,
  { coerce = false } = {},
): (value: unknown, part: Part) => unknown {
  const validate = (coerce ? coercingAjv : strictAjv).compile(schema as object);
  return (value, part) => {
    if (validate(value)) return value;
    const faults = (validate.errors ?? []).map((error) => ({
      where: whereOf(error),
      detail: sentenceOf(error),
    }));
    const first = faults[0] ?? { where: '', detail: 'it does not fit' };
    if (part === 'answer') throw new Error(`Answer breaks its own schema: ${first.where} ${first.detail}`);
    throw new ProblemError(
      422,
      'Not accepted',
      `${names[part]}: ${first.where || 'it'} ${first.detail}.`,
      faults,
    );
  };
}

/** "job 1, pieces" for "/jobs/0/pieces": lists are counted from 1, as people do. */
function whereOf(error: ErrorObject): string {
  const parts = error.instancePath.slice(1).split('/').filter(Boolean);
  return parts
    .flatMap((part, index) => {
      const next = parts[index + 1];
      if (/^\d+$/.test(part)) return index === 0 ? [`item ${Number(part) + 1}`] : [];
      if (next === undefined || !/^\d+$/.test(next)) return [part];
      return [`${part.replace(/ies$/, 'y').replace(/s$/, '')} ${Number(next) + 1}`];
    })
    .join(', ');
}

/** JSON's types as people call them. */
const types: Readonly<Record<string, string>> = {
  integer: 'a whole number',
  number: 'a number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  null: 'null',
};

/** Formats by the names that people know. */
const formats: Readonly<Record<string, string>> = {
  uuid: 'id',
  uuid7: 'id of version 7 (UUIDv7)',
  'date-time': 'date-time (2026-11-26T08:00:00Z, say)',
  date: 'day (2026-11-26, say)',
};

/** Ajv's own words, made plain for the faults that people cause. */
function sentenceOf(error: ErrorObject): string {
  const { params, keyword } = error as { params: Record<string, unknown>; keyword: string; message?: string };
  const said: Record<string, () => string> = {
    required: () => `needs “${String(params['missingProperty'])}”`,
    additionalProperties: () => `has “${String(params['additionalProperty'])}”, which does not belong there`,
    keyIn: () => `must be one of ${farKeys[error.schema as FarRegistry].join(', ')}`,
    enum: () => `must be one of ${(params['allowedValues'] as unknown[]).map(String).join(', ')}`,
    minimum: () => `must be ${String(params['limit'])} or more`,
    maximum: () => `must be ${String(params['limit'])} or less`,
    exclusiveMinimum: () => `must be more than ${String(params['limit'])}`,
    minLength: () => 'must not be empty',
    maxLength: () => `is longer than ${String(params['limit'])} characters`,
    maxItems: () => `has more than ${String(params['limit'])} items`,
    minItems: () => 'must not be empty',
    type: () =>
      `must be ${[params['type']]
        .flat()
        .map((type) => types[String(type)] ?? String(type))
        .join(' or ')}`,
    exclusiveMaximum: () => `must be less than ${String(params['limit'])}`,
    maxProperties: () => `has more than ${String(params['limit'])} parts`,
    minProperties: () => `needs at least ${String(params['limit'])} parts`,
    uniqueItems: () => 'holds the same thing twice',
    const: () => `must be ${String(params['allowedValue'])}`,
    multipleOf: () => `must be a multiple of ${String(params['multipleOf'])}`,
    propertyNames: () =>
      `has “${String(params['propertyName']).slice(0, 60)}”, which is no name for a part of it`,
    format: () => `is no valid ${formats[String(params['format'])] ?? String(params['format'])}`,
    pattern: () =>
      `must be ${(error.parentSchema as { description?: string }).description ?? 'of another form'}`,
    oneOf: () => 'fits none of the forms it may have',
    anyOf: () => 'fits none of the forms it may have',
    discriminator: () => 'has a kind that is not known',
  };
  return Object.hasOwn(said, keyword) ? said[keyword]!() : 'does not fit';
}
