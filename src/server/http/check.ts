import { Ajv, type ErrorObject } from 'ajv';
import addFormatsModule from 'ajv-formats';
import type { JSONSchema } from 'json-schema-to-ts';
import { ProblemError } from './problem.ts';

// ajv-formats is CommonJS: its function is the module or the module's default, by who loads it.
const addFormats = ((addFormatsModule as unknown as { default?: unknown }).default ??
  addFormatsModule) as unknown as (ajv: Ajv) => void;

const options = {
  allErrors: false,
  strict: true,
  strictRequired: false,
  strictTypes: false,
  allowUnionTypes: true,
  discriminator: true,
} as const;
const strictAjv = new Ajv(options);
const coercingAjv = new Ajv({ ...options, coerceTypes: true, useDefaults: true });
addFormats(strictAjv);
addFormats(coercingAjv);

export type Part = 'body' | 'query' | 'answer';
const names: Record<Part, string> = { body: 'The message', query: 'The address', answer: 'The answer' };

/**
 * A function that returns its value when it fits `schema` and otherwise throws a 422 problem naming the first
 * fault (a 500 for our own answers). `coerce` reads numbers and booleans out of query text.
 */
export function checker(
  schema: JSONSchema,
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

function whereOf(error: ErrorObject): string {
  return error.instancePath.slice(1).replaceAll('/', ' → ');
}

/** Ajv's own words, made plain for the faults that people cause. */
function sentenceOf(error: ErrorObject): string {
  const { params, keyword } = error as { params: Record<string, unknown>; keyword: string; message?: string };
  const said: Record<string, () => string> = {
    required: () => `needs “${String(params['missingProperty'])}”`,
    additionalProperties: () => `has “${String(params['additionalProperty'])}”, which does not belong there`,
    enum: () => `must be one of ${(params['allowedValues'] as unknown[]).map(String).join(', ')}`,
    minimum: () => `must be ${String(params['limit'])} or more`,
    maximum: () => `must be ${String(params['limit'])} or less`,
    exclusiveMinimum: () => `must be more than ${String(params['limit'])}`,
    minLength: () => 'must not be empty',
    maxLength: () => `is longer than ${String(params['limit'])} characters`,
    maxItems: () => `has more than ${String(params['limit'])} items`,
    minItems: () => 'must not be empty',
    type: () => `must be ${[params['type']].flat().join(' or ')}`,
    format: () => `is no valid ${String(params['format'])}`,
    discriminator: () => 'has a kind that is not known',
  };
  return said[keyword]?.() ?? error.message ?? 'does not fit';
}
