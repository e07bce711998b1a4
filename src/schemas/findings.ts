import type { DataOf } from '../core/shape/data-of.ts';
import { count, object, positionNo, text } from '../core/shape/parts.ts';

const day = { type: 'string', pattern: '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$' } as const;
const headNo = { type: 'integer', minimum: 0, maximum: 56 } as const;
const counts = { type: 'array', items: count } as const;
const words = { type: 'string' } as const;
const minutes = { type: 'number', minimum: 0 } as const;

/** GET /api/machines/{id}/findings/…: days (UTC), both counted; left out: a year until today. `cloth`: only jobs on it. */
export const findingsQuery = object({ from: day, to: day, cloth: text(1, 120) }, ['from', 'to', 'cloth']);
export type FindingsQuery = DataOf<typeof findingsQuery>;

/** What every answer tells: the days that were looked at, and the cloths there were to choose from. */
const asked = { from: day, to: day, cloths: { type: 'array', items: words } } as const;

/** …/needles: every needle fitted in these days. */
export const needlesData = object({
  ...asked,
  lives: {
    type: 'array',
    items: object({
      needle: words,
      cloth: words,
      head: headNo,
      position: positionNo,
      stitches: count,
      ended: { type: 'boolean' },
      out: { type: 'boolean' },
    }),
  },
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

/** …/with: what was sewn and broke, by circumstances. */
export const withData = object({
  ...asked,
  cells: {
    type: 'array',
    items: object({
      levels: object({
        ...{ position: words, thread: words, needle: words, age: words, cloth: words, speed: words },
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
