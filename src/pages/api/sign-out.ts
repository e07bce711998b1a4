import { nothing } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { takeSession } from '../../server/people/cookies.ts';
import { endSession } from '../../server/people/sessions.ts';

/** The person's session ends; the device stays let in. Whoever is not signed in is told the same. */
export const POST = endpoint(
  { right: 'anyone', answer: nothing, status: 201 },
  async ({ asker, context }) => {
    if (asker.sessionId) await endSession(asker.sessionId, asker, 'signed out');
    takeSession(context);
    return { ok: true };
  },
);
