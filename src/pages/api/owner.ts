import { nothing, ownerNew } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { takeOwnersLink } from '../../server/people/devices.ts';
import { giveTokens } from '../../server/people/cookies.ts';

/** Whoever holds the link that ./start printed sets himself as owner. */
export const POST = endpoint(
  { right: 'anyone', body: ownerNew, answer: nothing, status: 201 },
  async ({ body, asker, context }) => {
    giveTokens(context, await takeOwnersLink(body, asker, context.locals.from));
    return { ok: true };
  },
);
