import { overruling, overrulingNew, overrulings, overrulingsQuery } from '../../../schemas/advice.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addOverruling, listOverrulings } from '../../../server/jobs/overrulings.ts';

export const GET = endpoint({ query: overrulingsQuery, answer: overrulings }, ({ query }) =>
  listOverrulings(query),
);
export const POST = endpoint({ body: overrulingNew, answer: overruling, status: 201 }, ({ body }) =>
  addOverruling(body),
);
