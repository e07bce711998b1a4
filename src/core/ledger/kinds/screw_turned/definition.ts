import { turnWords } from '../../../gauge/turn-words.ts';
import { object, uuid, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** The case's screw was turned; turns to the right, to the left below 0. */
export const definition = kindOfEntry({
  name: 'Case screw',
  where: 'machine',
  shape: object(
    { caseId: uuid, turns: { type: 'number', minimum: -4, maximum: 4 }, bobbinKindId: uuidOrNull },
    ['bobbinKindId'],
  ),
  flags: { ofCase: true, alters: true },
  says: ({ data }) => `case screw ${turnWords(data.turns * 8)}`,
});
