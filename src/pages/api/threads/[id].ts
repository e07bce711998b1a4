import { thread, threadChange } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeThread, threadThing } from '../../../server/stores/threads.ts';
import { removal } from '../../../server/http/thing-endpoint.ts';

export const PATCH = endpoint(
  { right: 'stores', body: threadChange, answer: thread },
  ({ id, body, asker }) => changeThread(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = removal(threadThing);
