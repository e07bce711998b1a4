import { person, personChange } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changePerson } from '../../../server/people/people.ts';

/** A role, a new PIN, or off the list (and back). */
export const PATCH = endpoint(
  { right: 'people', body: personChange, answer: person },
  ({ id, body, asker }) => changePerson(id('id'), body, asker),
);
