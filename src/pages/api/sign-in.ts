import { nothing, signIn } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { giveTokens } from '../../server/people/cookies.ts';
import { signInAs } from '../../server/people/sessions.ts';

export const POST = endpoint(
  { right: 'anyone', body: signIn, answer: nothing, status: 201 },
  async ({ body, asker, context }) => {
    const session = await signInAs(asker, context.locals.from, body.personId, body.secret);
    giveTokens(context, { session, device: null });
    return { ok: true };
  },
);
