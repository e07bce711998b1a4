import { object } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';
import { foldSewn, sewnFields, stitchesEach } from '../sewn.ts';

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
  fold: foldSewn,
});
