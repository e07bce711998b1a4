import { alive as answer } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

/** Whether this process answers, whatever the database does: a watch that restarts what does not asks here. */
export const GET = endpoint({ right: 'anyone', anonymous: true, answer }, () =>
  Promise.resolve({ ok: true }),
);
