import { object } from '../../core/shape/parts.ts';
import { nothing } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';

/** Somebody touched the page: idle time begins anew (the middleware has noted it, as with all that a hand does). */
export const POST = endpoint({ right: 'read', body: object({}), answer: nothing, status: 201 }, () =>
  Promise.resolve({ ok: true }),
);
