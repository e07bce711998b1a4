import { among, object } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';
import { foldSewn, sewnFields, stitchesEach } from '../sewn.ts';

/** Why stitches made no piece. */
export const partOutcomes = {
  paused: { says: 'stopped in the middle' },
  spoiled: { says: 'piece spoiled, sewn again' },
} as const;

/** Stitches sewn that made no piece: it was stopped in the middle, or spoiled and is sewn again. */
export const definition = kindOfEntry({
  name: 'Part of a piece',
  where: 'machine',
  needsJob: true,
  shape: object({ ...sewnFields, outcome: among(partOutcomes) }),
  flags: { sews: 'part' },
  says: ({ data }) => `${partOutcomes[data.outcome].says}, ${stitchesEach(data).toLocaleString('en-GB')} st`,
  fold: foldSewn,
});
