import { object, text } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Something that is to be looked at before the machine sews on: it stands on the Check list until it is said done. */
export const definition = kindOfEntry({
  name: 'To check',
  where: 'either',
  shape: object({ says: text(1, 200) }),
  flags: {},
  says: ({ data }) => `to check: ${data.says}`,
});
