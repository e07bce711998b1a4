import type { Shape } from './data-of.ts';
import { keysOf } from '../base/keys.ts';
import { mostHeads, mostPositions, mostStitches, mostStops } from './most.ts';

/** Pieces that the messages share: plain JSON Schema, checked at the doors and turned into types. */

/** An id. `lowered`: taken in either case, and in small letters from then on, so that it is itself wherever it is met. */
export const uuid = { type: 'string', format: 'uuid', lowered: true } as const;
export const uuidOrNull = { type: ['string', 'null'], format: 'uuid', lowered: true } as const;
/** Made by the writer: version 7, so that its time orders and partitions the ledger. */
export const uuid7 = { type: 'string', format: 'uuid7', lowered: true } as const;
export const instant = { type: 'string', format: 'date-time' } as const;
export const instantOrNull = { type: ['string', 'null'], format: 'date-time' } as const;
export const dayOrNull = { type: ['string', 'null'], format: 'date' } as const;
export const head = { type: ['integer', 'null'], minimum: 1, maximum: mostHeads } as const;
export const position = { type: ['integer', 'null'], minimum: 1, maximum: mostPositions } as const;
export const stitches = { type: 'integer', minimum: 1, maximum: mostStitches } as const;
export const headNo = { type: 'integer', minimum: 1, maximum: mostHeads } as const;
export const positionNo = { type: 'integer', minimum: 1, maximum: mostPositions } as const;
/** A colour stop of a job, by its number. */
export const stopNo = { type: 'integer', minimum: 1, maximum: mostStops } as const;
/** At the case gauge or the thread gauge, g. */
export const caseGrams = {
  type: 'number',
  exclusiveMinimum: 0,
  maximum: 200,
} as const;
/** A part of a column's underside, mm. */
export const columnWidth = { type: 'number', minimum: 0, maximum: 60 } as const;
/** A part of one, or a chance. */
export const part = { type: 'number', minimum: 0, maximum: 1 } as const;
export const count = { type: 'integer', minimum: 0 } as const;
export const colour = {
  type: 'string',
  pattern: '^#[0-9a-f]{6}$',
  description: 'a colour like #cc1122, in small letters',
} as const;

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

/** Such text, or null: taken away. */
export function textOrNull<const Most extends number>(most: Most) {
  return { ...text(1, most), type: ['string', 'null'] } as const;
}

/** An object with exactly these properties, all required but those named optional. */
export function object<
  const Properties extends Record<string, Shape>,
  const Optional extends readonly (keyof Properties & string)[] = [],
>(properties: Properties, optional?: Optional) {
  type Required = Exclude<keyof Properties & string, Optional[number]>;
  return {
    type: 'object',
    properties,
    required: keysOf(properties).filter((key): key is Required => !optional?.includes(key)),
    additionalProperties: false,
  } as const;
}

/** One of a registry's keys. */
export const among = <Registry extends object>(registry: Registry) => ({ enum: keysOf(registry) }) as const;

/** One of a registry's keys, or null. */
export const amongOrNull = <Registry extends object>(registry: Registry) =>
  ({ enum: [null, ...keysOf(registry)] }) as const;

/** Registries that are too large to travel with every page: a page names their keys, the server holds what comes in against them. */
export type FarRegistry = 'seen' | 'scopes' | 'since' | 'steps' | 'answers' | 'causes' | 'parts';

/** One of the keys of a far registry. `key` is never there: it tells the type which they are. */
export type FarKey<Key extends string> = {
  readonly type: 'string';
  readonly pattern: string;
  readonly keyIn: FarRegistry;
  readonly key?: Key;
};
export const keyIn = <Key extends string>(registry: FarRegistry): FarKey<Key> => ({
  type: 'string',
  pattern: '^[a-z_]{1,40}$',
  keyIn: registry,
});

/** What fits a shape, or null. */
export const orNull = <const S extends Shape>(shape: S) => ({ oneOf: [{ type: 'null' }, shape] }) as const;

/** One page of a list: `next` is the cursor of the following page, null at the end. */
export function page<const Item extends Shape>(item: Item) {
  return object({ items: { type: 'array', items: item }, next: { type: ['string', 'null'] } });
}

/** The query part of every paged list. */
export const paging = {
  limit: { type: 'integer', minimum: 1, maximum: 200 },
  after: { type: 'string', maxLength: 200 },
} as const;
