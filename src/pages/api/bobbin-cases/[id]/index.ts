import { bobbinCase, bobbinCaseChange } from '../../../../schemas/stores.ts';
import { nothing } from '../../../../schemas/people.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { changeBobbinCase, caseThing } from '../../../../server/stores/bobbins.ts';
import { removeThing } from '../../../../server/stores/things.ts';

export const PATCH = endpoint(
  { right: 'stores', body: bobbinCaseChange, answer: bobbinCase },
  ({ id, body, asker }) => changeBobbinCase(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = endpoint({ right: 'stores', answer: nothing }, async ({ id, asker }) => {
  await removeThing(caseThing, id('id'), asker);
  return { ok: true };
});
