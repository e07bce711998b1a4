import { nothing, person, personChange } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changePerson, removePerson } from '../../../server/people/people.ts';

/** A name put right, a role, a new PIN, or off the list (and back). */
export const PATCH = endpoint(
  { right: 'people', body: personChange, answer: person },
  ({ id, body, asker }) => changePerson(id('id'), body, asker),
);
/** While nothing was done under the name. */
export const DELETE = endpoint({ right: 'people', answer: nothing }, async ({ id, asker }) => {
  await removePerson(id('id'), asker);
  return { ok: true };
});
