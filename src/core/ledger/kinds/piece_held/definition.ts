import { object, text, uuid } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** A piece must not leave the shop before someone releases it: a fragment of a needle is missing, say. */
export const definition = kindOfEntry({
  name: 'Piece held',
  where: 'either',
  shape: object({ breakId: uuid, why: text(1, 500) }),
  flags: { holds: true, opens: true, refersTo: { field: 'breakId', kind: 'break' }, onRecord: true },
  says: ({ data }) => `piece on hold: ${data.why}`,
});
