import { object } from '../../core/shape/parts.ts';
import { hereNow as answer } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';

/** Somebody touched the page: idle time begins anew (the middleware has noted it, as with all that a hand does). Says who is signed in there. */
export const POST = endpoint({ right: 'read', body: object({}), answer, status: 201 }, ({ asker }) =>
  Promise.resolve({ person: asker.person?.id ?? null }),
);
