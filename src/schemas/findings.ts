import { mostHeads } from '../core/shape/most.ts';
import { event, type Event } from './ledger/event.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { count, object, positionNo, text, uuid } from '../core/shape/parts.ts';

const day = { type: 'string', pattern: '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$' } as const;
const headNo = { type: 'integer', minimum: 0, maximum: mostHeads } as const;
const counts = { type: 'array', items: count } as const;
const words = { type: 'string' } as const;
const minutes = { type: 'number', minimum: 0 } as const;

/** GET /api/machines/{id}/findings/…: days (UTC), both counted; left out: a year until today. `cloth`: only jobs on it. */
const query = { from: day, to: day, cloth: text(1, 120) } as const;
export const findingsQuery = object(query, ['from', 'to', 'cloth']);
export type FindingsQuery = DataOf<typeof findingsQuery>;

/** What every answer tells: the days that were looked at, and the cloths there were to choose from. */
const asked = { from: day, to: day, cloths: { type: 'array', items: words } } as const;

/** …/needles: `machines=all` tells of the needles of every machine, to compare them. */
export const needlesQuery = object({ ...query, machines: { enum: ['all'] } }, [
  'from',
  'to',
  'cloth',
  'machines',
]);

const whole = { type: 'array', items: { type: 'integer', minimum: 0 } } as const;
const list = { type: 'array', items: words } as const;
/** …/needles: every needle fitted in these days, column by column ({@link NeedleColumns}). */
export const needlesData = object({
  ...asked,
  lives: object(
    {
      ...{ kinds: list, cloths: list, machines: list },
      threads: { type: 'array', items: object({ says: words, metallic: { type: 'boolean' } }) },
      ...{ machine: whole, kind: whole, cloth: whole, thread: whole, head: whole, position: whole },
      ...{ stitches: whole, sewingMs: whole, metallicMs: whole },
      went: { type: 'array', items: { type: 'integer', minimum: 0, maximum: 2 } },
    },
    ['machine'],
  ),
  /** Minutes of a planned change, and of trouble: as stops that ended with a new needle took here; null: none did. */
  costs: object({ planned: minutes, trouble: { type: ['number', 'null'], minimum: 0 } }),
});
export type NeedlesData = DataOf<typeof needlesData>;

/** …/places. */
export const placesData = object({
  ...asked,
  places: {
    type: 'array',
    items: object({ head: headNo, position: positionNo, breaks: count, stitches: count }),
  },
});
export type PlacesData = DataOf<typeof placesData>;

/** …/with: `zone`: whose clock tells the time of day (an IANA name, UTC where it is left out). */
export const withQuery = object({ ...query, zone: text(1, 60) }, ['from', 'to', 'cloth', 'zone']);

/** …/with: what was sewn and broke, by circumstances. `person` says who only where the machine's profile allows it. */
export const withData = object({
  ...asked,
  /** What a break of the top thread or the needle took on average, minutes; null: none is on record. */
  breakMinutes: { type: ['number', 'null'], minimum: 0 },
  cells: {
    type: 'array',
    items: object({
      levels: object({
        ...{ position: words, thread: words, needle: words, age: words, cloth: words, job: words },
        ...{ speed: words, time: words, person: words },
      }),
      breaks: count,
      stitches: count,
    }),
  },
});
export type WithData = DataOf<typeof withData>;

/** …/changed: day by day, or week by week over longer times. */
export const changedData = object({
  ...asked,
  days: { type: 'array', items: day },
  series: {
    type: 'array',
    items: object({ head: headNo, position: positionNo, breaks: counts, stitches: counts }),
  },
});
export type ChangedData = DataOf<typeof changedData>;

/** …/happened: at one seat (left out: anywhere on the machine), with what was done to the whole machine. Days as in {@link findingsQuery}. */
export const happenedQuery = object({ from: day, to: day, head: headNo, position: positionNo }, [
  'head',
  'position',
]);
export type HappenedQuery = DataOf<typeof happenedQuery>;
/** What changed something there, the oldest first, with the names of the jobs; `more`: as many again were left out. */
export const happenedData = object({
  items: { type: 'array', items: event },
  jobs: { type: 'array', items: object({ id: uuid, name: words }) },
  more: { type: 'boolean' },
});
export type HappenedData = Omit<DataOf<typeof happenedData>, 'items'> & { items: Event[] };

const lines = {
  type: 'array',
  items: object({ name: words, stops: count, lostMs: count }),
} as const;
/** …/cost. */
export const costData = object({
  ...asked,
  ...{ causes: lines, places: lines, jobs: lines },
  planned: count,
  troubled: count,
  plannedMinutes: minutes,
  sewnMs: count,
});
export type CostData = DataOf<typeof costData>;

/** …/pairing: what each kind of needle sewed and broke, on one cloth if it is given. */
export const pairingData = object({
  ...asked,
  rows: { type: 'array', items: object({ needle: words, breaks: count, stitches: count }) },
});
export type PairingData = DataOf<typeof pairingData>;
