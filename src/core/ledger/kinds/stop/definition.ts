import { object, text, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** The machine stopped for no fault: the clock of minutes lost runs all the same. */
export const definition = kindOfEntry({
  name: 'Stop',
  where: 'either',
  shape: object({ why: text(1, 200), by: { const: 'feed' }, feedId: uuid }, ['by', 'feedId']),
  flags: { stops: true, losesTime: true, opens: true, story: 'others', serverOnly: ['by', 'feedId'] },
  says: ({ data }) => data.why,
});
