import { object, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Ends the stop or break `closes`. */
export const definition = kindOfEntry({
  name: 'Sewing again',
  where: 'either',
  shape: object({ closes: uuid }),
  flags: { endsStop: true, closes: ['break', 'stop'] },
  says: () => 'sewing again',
});
