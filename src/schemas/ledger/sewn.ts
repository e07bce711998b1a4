import type { DataOf } from '../../core/shape/data-of.ts';
import { count, instant, object, uuid, positionNo } from '../../core/shape/parts.ts';
import { job } from '../workshop.ts';

export const sewnQuery = object({ weeks: { type: 'integer', minimum: 1, maximum: 26 } }, ['weeks']);
/** What a machine sewed lately. Runs: jobs in the order they were sewn, a job that came again once more, with the pieces finished in it. */
export const sewn = object({
  since: instant,
  positions: {
    type: 'array',
    items: object({ position: positionNo, stitches: count }),
  },
  runs: { type: 'array', items: object({ jobId: uuid, at: instant, pieces: count }) },
  jobs: { type: 'array', items: job },
});
export type Sewn = DataOf<typeof sewn>;
