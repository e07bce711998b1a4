import { sessions } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { listSessions } from '../../../server/people/sessions.ts';

export const GET = endpoint({ right: 'people', answer: sessions }, async ({ asker }) => ({
  sessions: await listSessions(asker),
}));
