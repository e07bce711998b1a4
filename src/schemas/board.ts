import type { DataOf } from '../core/shape/data-of.ts';
import { count, instant, instantOrNull, object, orNull, uuid } from '../core/shape/parts.ts';

const words = { type: 'string' } as const;
const wordsOrNull = { type: ['string', 'null'] } as const;

export const boardMachine = object({
  id: uuid,
  slug: words,
  name: words,
  job: orNull(object({ name: words, pieces: count, of: count })),
  stop: orNull(object({ id: uuid, at: instant, says: words })),
  tended: orNull(object({ at: instant, by: wordsOrNull })),
  held: count,
  acts: { type: 'array', items: object({ key: words, says: words, isUrgent: { type: 'boolean' } }) },
  feed: orNull(object({ isRunning: { type: 'boolean' }, at: instant })),
  newsAt: instantOrNull,
  runs: orNull(
    object({ ms: { type: 'number', exclusiveMinimum: 0 }, left: { type: 'integer' }, since: instant }),
  ),
  who: wordsOrNull,
});

/** GET /api/board: every machine, as a board tells it; `now` is the server's clock. GET /api/board/live streams the same, machine by machine. */
export const board = object({ now: instant, machines: { type: 'array', items: boardMachine } });
export type Board = DataOf<typeof board>;
