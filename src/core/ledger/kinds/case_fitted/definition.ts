import { object, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** A bobbin case was put into the head; `caseId` null: the one in it was taken out. */
export const definition = kindOfEntry({
  name: 'Case in head',
  where: 'either',
  shape: object({ caseId: uuidOrNull }),
  flags: { ofCase: true, alters: true, unnamed: true, story: 'others' },
  says: ({ data }, name) => (data.caseId ? `${name(data.caseId)} put in` : 'bobbin case taken out'),
});
