import { cone, coneChange } from '../../../schemas/workshop.ts';
import { nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeCone, coneThing } from '../../../server/stores/threads.ts';
import { removeThing } from '../../../server/stores/things.ts';

export const PATCH = endpoint({ right: 'stores', body: coneChange, answer: cone }, ({ id, body, asker }) =>
  changeCone(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = endpoint({ right: 'stores', answer: nothing }, async ({ id, asker }) => {
  await removeThing(coneThing, id('id'), asker);
  return { ok: true };
});
