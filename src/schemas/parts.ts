import type { JSONSchema } from 'json-schema-to-ts';

/** Pieces that the messages share. */
export const uuid = { type: 'string', format: 'uuid' } as const satisfies JSONSchema;
export const uuidOrNull = { type: ['string', 'null'], format: 'uuid' } as const satisfies JSONSchema;
/** Made by the writer: version 7, so that its time orders and partitions the ledger. */
export const uuid7 = {
  type: 'string',
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
} as const satisfies JSONSchema;
export const instant = { type: 'string', format: 'date-time' } as const satisfies JSONSchema;
export const instantOrNull = { type: ['string', 'null'], format: 'date-time' } as const satisfies JSONSchema;
export const dayOrNull = { type: ['string', 'null'], format: 'date' } as const satisfies JSONSchema;
export const head = { type: ['integer', 'null'], minimum: 1, maximum: 56 } as const satisfies JSONSchema;
export const position = { type: ['integer', 'null'], minimum: 1, maximum: 24 } as const satisfies JSONSchema;
export const stitches = { type: 'integer', minimum: 1, maximum: 1_000_000 } as const satisfies JSONSchema;
export const count = { type: 'integer', minimum: 0 } as const satisfies JSONSchema;
export const colour = { type: 'string', pattern: '^#[0-9a-f]{6}$' } as const satisfies JSONSchema;

/** Text of `least` to `most` characters that PostgreSQL can store: no NUL, no broken surrogate. */
export function text<const Least extends number, const Most extends number>(least: Least, most: Most) {
  return {
    type: 'string',
    minLength: least,
    maxLength: most,
    pattern: '^[^\\u0000\\ud800-\\udfff]*$',
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
