import { object } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Somebody has seen that the machine stands, and is on the way: the bells are quiet. */
export const definition = kindOfEntry({
  name: 'Somebody on it',
  where: 'machine',
  shape: object({}),
  flags: { unnamed: true },
  says: () => 'somebody is on it',
});
