import { fibres } from '../../../thread/fibres.ts';
import { among, object, uuid, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';
import { foldConeMounted } from './fold.ts';

/** A cone was put over a seat; `coneId` null: one of the article, without saying which. `over` as with a needle. */
export const definition = kindOfEntry({
  name: 'Cone',
  where: 'seat',
  shape: object({ threadId: uuid, coneId: uuidOrNull, fibre: among(fibres), over: uuidOrNull }, ['over']),
  flags: { fits: 'cone', story: 'others', onRecord: true, alters: true },
  says: ({ data }, thread) => `cone ${thread(data.threadId)}`,
  fold: foldConeMounted,
});
