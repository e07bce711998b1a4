import { object, text } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Words of an operator. */
export const definition = kindOfEntry({
  name: 'Note',
  where: 'either',
  shape: object({ text: text(1, 2000) }),
  flags: { unnamed: true, story: 'others', onRecord: true, alters: true },
  says: ({ data }) => data.text,
});
