import { people, person, personNew } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addPerson, listPeople } from '../../../server/people/people.ts';

export const GET = endpoint({ right: 'people', answer: people }, async () => ({
  people: await listPeople(),
}));
export const POST = endpoint(
  { right: 'people', body: personNew, answer: person, status: 201 },
  ({ body, asker }) => addPerson(body, asker),
);
