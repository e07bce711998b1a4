import type { FromSchema, JSONSchema } from 'json-schema-to-ts';
import type { EntryKind } from '../core/ledger/entry.ts';
import { mostStitches, mostStops } from '../core/stitches/most.ts';
import { head, instant, object, position, stitches, text, uuid, uuid7, uuidOrNull } from './parts.ts';

export const needleSpec = object({
  system: text(1, 20),
  sizeMetric: { enum: [60, 65, 70, 75, 80, 90, 100, 110, 120] },
  point: { enum: ['sharp', 'light-ball', 'medium-ball', 'extra-slim-ball', 'universal'] },
  coating: { enum: ['plain', 'titanium', 'low-friction'] },
  eye: { enum: ['standard', 'large'] },
  blade: { enum: ['standard', 'slim'] },
});

export const fibre = {
  enum: ['polyester', 'rayon', 'silk', 'cotton', 'nylon', 'metallic'],
} as const satisfies JSONSchema;

export const faultNames = [
  'snap',
  'shred',
  'false_stop',
  'bobbin_out',
  'bobbin_break',
  'needle_broke',
  'loops',
  'nest',
  'skipped',
] as const;
const fault = { enum: [null, ...faultNames] } as const satisfies JSONSchema;

const grams = { type: 'number', exclusiveMinimum: 0, maximum: 200 } as const satisfies JSONSchema;
const width = { type: 'number', minimum: 0, maximum: 60 } as const satisfies JSONSchema;

/** What was sewn, on which heads: stitches by colour stop and position. */
const sewnFields = {
  heads: {
    type: 'array',
    items: { type: 'integer', minimum: 1, maximum: 56 },
    minItems: 1,
    maxItems: 56,
    uniqueItems: true,
  },
  speed: { type: 'integer', minimum: 100, maximum: 2000 },
  stops: {
    type: 'array',
    maxItems: mostStops,
    items: object({
      stop: { type: 'integer', minimum: 1, maximum: 99 },
      position: { type: 'integer', minimum: 1, maximum: 24 },
      stitches,
    }),
  },
} as const;

/** What each kind of entry carries in `data`. */
export const entryData = {
  break: object(
    {
      fault,
      fragments: { enum: ['all_found', 'missing'] },
      stop: { type: 'integer', minimum: 1, maximum: 99 },
      stitch: { type: 'integer', minimum: 0, maximum: mostStitches },
      by: { const: 'feed' },
      feedId: uuid,
    },
    ['fragments', 'stop', 'stitch', 'by', 'feedId'],
  ),
  stop: object({ why: text(1, 200), by: { const: 'feed' }, feedId: uuid }, ['by', 'feedId']),
  sewing_again: object({ closes: uuid }),
  needle_fitted: object(
    {
      needle: needleSpec,
      reason: { enum: ['worn', 'broke', 'burr', 'wrong_size', 'job_needs', 'other'] },
      over: uuidOrNull,
    },
    ['over'],
  ),
  cone_mounted: object({ threadId: uuid, coneId: uuidOrNull, fibre, over: uuidOrNull }, ['over']),
  job_started: object({}),
  piece_finished: object({ ...sewnFields, by: { const: 'feed' } }, ['by']),
  part_sewn: object({ ...sewnFields, outcome: { enum: ['paused', 'spoiled'] } }),
  check_done: object(
    {
      item: {
        type: 'string',
        pattern: '^[a-z-]{1,30}(:\\d{1,2})?$',
        description: 'the name of an item of the Check list',
      },
      says: text(1, 300),
      state: { enum: ['done', 'not_done'] },
      why: text(1, 300),
    },
    ['why'],
  ),
  shift: object({ is: { enum: ['begun', 'ended'] }, note: text(0, 2000) }, ['note']),
  piece_held: object({ breakId: uuid, why: text(1, 500) }),
  piece_released: object({ closes: uuid, why: text(1, 500) }),
  case_measured: object(
    {
      grams,
      caseId: uuidOrNull,
      bobbinKindId: uuidOrNull,
      by: { enum: ['case-gauge', 'plate', 'drop'] },
      plateGrams: grams,
      spread: { type: 'number', minimum: 0, maximum: 200 },
      verdict: { enum: ['steady', 'out-of-round', 'stick-slip', 'tight-spots', 'drift'] },
    },
    ['caseId', 'bobbinKindId', 'by', 'plateGrams', 'spread', 'verdict'],
  ),
  screw_turned: object(
    { caseId: uuid, turns: { type: 'number', minimum: -4, maximum: 4 }, bobbinKindId: uuidOrNull },
    ['bobbinKindId'],
  ),
  case_dropped: object({ caseId: uuid }),
  block_read: object(
    {
      columns: {
        type: 'array',
        minItems: 1,
        maxItems: 24,
        items: object(
          {
            position: { type: 'integer', minimum: 1, maximum: 24 },
            left: width,
            bobbin: width,
            right: width,
            unevenness: { type: ['number', 'null'], minimum: 0, maximum: 1 },
            corrected: { type: 'boolean' },
          },
          ['unevenness', 'corrected'],
        ),
      },
      caseId: uuidOrNull,
    },
    ['caseId'],
  ),
  upper_gauged: object({ grams }),
  note: object({ text: text(1, 2000) }),
  correction: object(
    {
      void: { type: 'boolean' },
      head,
      position,
      jobId: uuidOrNull,
      at: instant,
      data: { type: 'object', maxProperties: 10 },
      why: text(1, 500),
    },
    ['void', 'head', 'position', 'jobId', 'at', 'data', 'why'],
  ),
} as const satisfies Record<EntryKind, JSONSchema>;

/** One entry of `kind`, as a writer sends it. Left out: head, position, operatorId, jobId, corrects are null. */
function entryOf<const Kind extends EntryKind>(kind: Kind) {
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
      corrects: kind === 'correction' ? uuid : { type: 'null' },
      data: entryData[kind],
    },
    kind === 'correction'
      ? ['head', 'position', 'operatorId', 'jobId']
      : ['head', 'position', 'operatorId', 'jobId', 'corrects'],
  );
}

export const entry = {
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: (Object.keys(entryData) as EntryKind[]).map((kind) => entryOf(kind)),
} as const;

/** POST /api/ledger: one entry, or several in the order they happened. */
export const entries = object({ entries: { type: 'array', minItems: 1, maxItems: 500, items: entry } });

export const entriesStored = object({
  stored: {
    type: 'array',
    items: object({ id: uuid, seq: { type: 'integer' }, again: { type: 'boolean' } }),
  },
});

export type NeedleSpecMessage = FromSchema<typeof needleSpec>;
export type EntriesStored = FromSchema<typeof entriesStored>;
