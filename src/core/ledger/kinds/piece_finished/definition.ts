import { object } from '../../../shape/parts.ts';
import type { EntryBase } from '../../entry-base.ts';
import type { HeadNow } from '../../head-now.ts';
import { kindOfEntry } from '../kind.ts';
import { foldSewn, sewnFields, stitchesEach } from '../sewn.ts';

/** Positions that take a stop of the running job piece by piece: the next has its turn once a piece of it is done. */
function nextTurn(now: HeadNow, { jobId }: EntryBase): HeadNow {
  if (!now.job || now.job.id !== jobId) return now;
  const seating = Object.entries(now.job.seating);
  if (seating.every(([, seat]) => !seat.turns)) return now;
  const moved = seating.map(([stop, seat]) => {
    const [done, next, ...later] = seat.turns ?? [];
    return done === undefined || next === undefined
      ? [stop, seat]
      : [stop, { ...seat, position: next, turns: [next, ...later, done] }];
  });
  return { ...now, job: { ...now.job, seating: Object.fromEntries(moved) } };
}

/** One run of the design: every head of `heads` sewed one piece. */
export const definition = kindOfEntry({
  name: 'Piece',
  where: 'machine',
  needsJob: true,
  shape: object({ ...sewnFields, by: { const: 'feed' } }, ['by']),
  flags: { sews: 'piece', endsStop: true },
  says: ({ data }) => {
    const pieces = data.heads.length;
    return `${pieces === 1 ? 'piece' : `${pieces} pieces`}, ${stitchesEach(data).toLocaleString('en-GB')} st${pieces === 1 ? '' : ' each'}`;
  },
  fold: (now, entry) => nextTurn(foldSewn(now, entry), entry),
});
