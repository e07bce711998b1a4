import { paired, pairing } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { giveTokens } from '../../server/people/cookies.ts';
import { pairDevice } from '../../server/people/devices.ts';

/** A device with a code is let in. */
export const POST = endpoint(
  { right: 'anyone', body: pairing, answer: paired, status: 201 },
  async ({ body, context }) => {
    const { token, name, kind } = await pairDevice(body.code, context.locals.from);
    giveTokens(context, { session: null, device: token });
    return { name, kind };
  },
);
