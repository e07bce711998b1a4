import { nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { endSession } from '../../../server/people/sessions.ts';

export const DELETE = endpoint({ right: 'people', answer: nothing }, async ({ id, asker }) => {
  await endSession(id('id'), asker, 'session ended');
  return { ok: true };
});
