import { nothing } from '../../../schemas/people.ts';
import { needleKindChange } from '../../../schemas/stores.ts';
import { needleKind } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeNeedleKind, needleThing } from '../../../server/stores/needle-kinds.ts';
import { removeThing } from '../../../server/stores/things.ts';

export const PATCH = endpoint(
  { right: 'stores', body: needleKindChange, answer: needleKind },
  ({ id, body, asker }) => changeNeedleKind(id('id'), body, asker),
);
/** From the list: what was fitted of it stays on record. */
export const DELETE = endpoint({ right: 'stores', answer: nothing }, async ({ id, asker }) => {
  await removeThing(needleThing, id('id'), asker);
  return { ok: true };
});
