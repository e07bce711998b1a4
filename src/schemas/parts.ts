import type { JSONSchema } from 'json-schema-to-ts';
import { mostStitches } from '../core/stitches/most.ts';

/** Pieces that the messages share. */

/** An id. `lowered`: taken in either case, and in small letters from then on, so that it is itself wherever it is met. */
export const uuid = { type: 'string', format: 'uuid', lowered: true } as const;
export const uuidOrNull = { type: ['string', 'null'], format: 'uuid', lowered: true } as const;
/** Made by the writer: version 7, so that its time orders and partitions the ledger. */
export const uuid7 = { type: 'string', format: 'uuid7', lowered: true } as const;
export const instant = { type: 'string', format: 'date-time' } as const satisfies JSONSchema;
export const instantOrNull = { type: ['string', 'null'], format: 'date-time' } as const satisfies JSONSchema;
export const dayOrNull = { type: ['string', 'null'], format: 'date' } as const satisfies JSONSchema;
export const head = { type: ['integer', 'null'], minimum: 1, maximum: 56 } as const satisfies JSONSchema;
export const position = { type: ['integer', 'null'], minimum: 1, maximum: 24 } as const satisfies JSONSchema;
export const stitches = { type: 'integer', minimum: 1, maximum: mostStitches } as const satisfies JSONSchema;
export const count = { type: 'integer', minimum: 0 } as const satisfies JSONSchema;
export const colour = {
  type: 'string',
  pattern: '^#[0-9a-f]{6}$',
  description: 'a colour like #cc1122, in small letters',
} as const satisfies JSONSchema;

/** Text of `least` to `most` characters that PostgreSQL can store: no NUL, no broken surrogate. */
export function text<const Least extends number, const Most extends number>(least: Least, most: Most) {
  return {
    type: 'string',
    minLength: least,
    maxLength: most,
    pattern: '^[^\\u0000\\ud800-\\udfff]*$',
    description: 'text without NUL or half characters',
  } as const;
}

/** An object with exactly these properties, all required but those named optional. */
export function object<
  const Properties extends Record<string, JSONSchema>,
  const Optional extends readonly (keyof Properties & string)[] = [],
>(properties: Properties, optional?: Optional) {
  type Required = Exclude<keyof Properties & string, Optional[number]>;
  return {
    type: 'object',
    properties,
    required: Object.keys(properties).filter(
      (key) => !optional?.includes(key),
    ) as unknown as readonly Required[],
    additionalProperties: false,
  } as const;
}

/** One page of a list: `next` is the cursor of the following page, null at the end. */
export function page<const Item extends JSONSchema>(item: Item) {
  return object({ items: { type: 'array', items: item }, next: { type: ['string', 'null'] } });
}

/** The query part of every paged list. */
export const paging = {
  limit: { type: 'integer', minimum: 1, maximum: 200 },
  after: { type: 'string', maxLength: 200 },
} as const;
