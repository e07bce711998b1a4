import { nothing, ownSecret } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { changeOwnSecret } from '../../server/people/tokens/own-secret.ts';

/** Whoever is signed in gives himself another PIN; wherever else he is signed in he is not any more. */
export const PUT = endpoint(
  { right: 'ownSecret', body: ownSecret, answer: nothing },
  async ({ body, asker }) => {
    await changeOwnSecret(asker, body.secret, body.next);
    return { ok: true };
  },
);
