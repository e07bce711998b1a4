import { among, object, text } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

export const shiftEnds = { begun: { says: 'shift begun' }, ended: { says: 'shift ended' } } as const;

/** A shift begins or ends; `note` is for who comes next. */
export const definition = kindOfEntry({
  name: 'Shift',
  where: 'machine',
  shape: object({ is: among(shiftEnds), note: text(0, 2000) }, ['note']),
  flags: {},
  says: ({ data }) => `${shiftEnds[data.is].says}${data.note ? `: ${data.note}` : ''}`,
});
