import { object, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** A bobbin case fell: what was measured of it before says nothing any more. */
export const definition = kindOfEntry({
  name: 'Case dropped',
  where: 'machine',
  shape: object({ caseId: uuid }),
  flags: { ofCase: true, alters: true },
  says: ({ data }, name) => `${name(data.caseId)} dropped`,
});
