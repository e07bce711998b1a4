import { thread, threadChange } from '../../../schemas/workshop.ts';
import { nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeThread, threadThing } from '../../../server/stores/threads.ts';
import { removeThing } from '../../../server/stores/things.ts';

export const PATCH = endpoint(
  { right: 'stores', body: threadChange, answer: thread },
  ({ id, body, asker }) => changeThread(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = endpoint({ right: 'stores', answer: nothing }, async ({ id, asker }) => {
  await removeThing(threadThing, id('id'), asker);
  return { ok: true };
});
