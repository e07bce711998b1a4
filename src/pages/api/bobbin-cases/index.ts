import { bobbinCase, bobbinCaseNew } from '../../../schemas/stores.ts';
import { listQuery, page } from '../../../schemas/workshop.ts';
import { addBobbinCase, listBobbinCases } from '../../../server/stores/bobbins.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

export const GET = endpoint({ right: 'read', query: listQuery, answer: page(bobbinCase) }, ({ query }) =>
  listBobbinCases(query),
);
export const POST = endpoint(
  { right: 'stores', body: bobbinCaseNew, answer: bobbinCase, status: 201 },
  ({ body }) => addBobbinCase(body),
);
