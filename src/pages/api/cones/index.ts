import { cone, coneNew, conesQuery, page } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addCone, listCones } from '../../../server/stores/threads.ts';

export const GET = endpoint({ right: 'read', query: conesQuery, answer: page(cone) }, ({ query }) =>
  listCones(query),
);
export const POST = endpoint({ right: 'stores', body: coneNew, answer: cone, status: 201 }, ({ body }) =>
  addCone(body),
);
