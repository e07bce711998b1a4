import type { DataOf } from '../../core/shape/data-of.ts';
import { entryKindKeys, flagsOf, kindOf } from '../../core/ledger/about-kinds.ts';
import type { EntryKind } from '../../core/ledger/entry.ts';
import { head, instant, object, position, uuid, uuid7, uuidOrNull } from '../../core/shape/parts.ts';

/** One entry of `kind`, as a writer sends it. Left out: head, position, operatorId, jobId, corrects are null. */
function entryOf(kind: EntryKind) {
  const corrects = flagsOf(kind).corrects;
  return object(
    {
      id: uuid7,
      machineId: uuid,
      kind: { const: kind },
      head,
      position,
      at: instant,
      operatorId: uuidOrNull,
      jobId: uuidOrNull,
      corrects: corrects ? uuid : { type: 'null' },
      data: kindOf(kind).shape,
    },
    ['head', 'position', 'operatorId', 'jobId', ...(corrects ? [] : (['corrects'] as const))],
  );
}

export const entry = {
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: entryKindKeys.map(entryOf),
} as const;

/** POST /api/ledger: one entry, or several in the order they happened. */
export const entries = object({ entries: { type: 'array', minItems: 1, maxItems: 500, items: entry } });

export const entriesStored = object({
  stored: {
    type: 'array',
    items: object({ id: uuid, seq: { type: 'integer' }, again: { type: 'boolean' } }),
  },
});

export type EntriesStored = DataOf<typeof entriesStored>;
