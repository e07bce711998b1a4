import { overruling, overrulingNew, overrulings, overrulingsQuery } from '../../../schemas/advice.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addOverruling, listOverrulings } from '../../../server/jobs/overrulings.ts';

export const GET = endpoint({ right: 'read', query: overrulingsQuery, answer: overrulings }, ({ query }) =>
  listOverrulings(query),
);
export const POST = endpoint(
  { right: 'log', body: overrulingNew, answer: overruling, status: 201 },
  ({ body }) => addOverruling(body),
);
