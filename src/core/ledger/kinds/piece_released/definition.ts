import { object, text, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Ends the hold `closes`. */
export const definition = kindOfEntry({
  name: 'Piece released',
  where: 'either',
  shape: object({ closes: uuid, why: text(1, 500) }),
  flags: { needs: 'release', closes: ['piece_held'], onRecord: true },
  says: ({ data }) => `piece released: ${data.why}`,
});
