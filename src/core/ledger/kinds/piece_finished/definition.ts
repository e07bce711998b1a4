import { object } from '../../../shape/parts.ts';
import { seatingAfterPiece } from '../../after-piece.ts';
import type { EntryBase } from '../../entry-base.ts';
import type { HeadNow } from '../../head-now.ts';
import { kindOfEntry } from '../kind.ts';
import { foldSewn, sewnFields, stitchesEach } from '../sewn.ts';

function nextTurn(now: HeadNow, { jobId }: EntryBase): HeadNow {
  if (!now.job || now.job.id !== jobId) return now;
  return { ...now, job: { ...now.job, seating: seatingAfterPiece(now.job.seating) } };
}

/** One run of the design: every head of `heads` sewed one piece. */
export const definition = kindOfEntry({
  name: 'Piece',
  where: 'machine',
  needsJob: true,
  shape: object({ ...sewnFields, by: { const: 'feed' } }, ['by']),
  flags: { sews: 'piece', endsStop: true, serverOnly: ['by'] },
  says: ({ data }) => {
    const pieces = data.heads.length;
    return `${pieces === 1 ? 'piece' : `${pieces} pieces`}, ${stitchesEach(data).toLocaleString('en-GB')} st${pieces === 1 ? '' : ' each'}`;
  },
  fold: (now, entry) => nextTurn(foldSewn(now, entry), entry),
});
