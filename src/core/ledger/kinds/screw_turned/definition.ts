import { turnWords } from '../../../gauge/turn-words.ts';
import { caseGrams, object, part, uuid, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/**
 * The case's screw was turned; turns to the right, to the left below 0. `foretold`: what was said of this turn before it was made, the chance to land in the
 * band (from so many to so many grams) as believed and as said; left out where it was not turned as advised.
 */
export const definition = kindOfEntry({
  name: 'Case screw',
  where: 'machine',
  shape: object(
    {
      caseId: uuid,
      turns: { type: 'number', minimum: -4, maximum: 4 },
      bobbinKindId: uuidOrNull,
      foretold: object({ believed: part, said: part, from: caseGrams, to: caseGrams }),
    },
    ['bobbinKindId', 'foretold'],
  ),
  flags: { ofCase: true, alters: true },
  says: ({ data }, name) => `${name(data.caseId)}: screw ${turnWords(data.turns * 8)}`,
});
