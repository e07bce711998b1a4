import { bobbinKind, bobbinKindChange } from '../../../schemas/stores.ts';
import { nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeBobbinKind, bobbinThing } from '../../../server/stores/bobbins.ts';
import { removeThing } from '../../../server/stores/things.ts';

export const PATCH = endpoint(
  { right: 'stores', body: bobbinKindChange, answer: bobbinKind },
  ({ id, body, asker }) => changeBobbinKind(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = endpoint({ right: 'stores', answer: nothing }, async ({ id, asker }) => {
  await removeThing(bobbinThing, id('id'), asker);
  return { ok: true };
});
