import { caseGrams, object } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** A position's upper tension at the thread gauge, grams. */
export const definition = kindOfEntry({
  name: 'Upper tension',
  where: 'seat',
  shape: object({ grams: caseGrams }),
  flags: { story: 'others' },
  says: ({ data }) => `upper tension reads ${Number(data.grams.toFixed(1))} g`,
});
