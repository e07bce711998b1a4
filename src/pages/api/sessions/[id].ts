import { nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { notFound } from '../../../server/base/problem.ts';
import { endSession } from '../../../server/people/sessions.ts';

export const DELETE = endpoint({ right: 'people', answer: nothing }, async ({ id, asker }) => {
  if (!(await endSession(id('id'), asker, 'session ended'))) throw notFound('open session');
  return { ok: true };
});
