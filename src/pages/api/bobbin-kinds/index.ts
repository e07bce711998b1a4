import { bobbinKind, bobbinKindNew } from '../../../schemas/stores.ts';
import { listQuery, page } from '../../../schemas/workshop.ts';
import { addBobbinKind, listBobbinKinds } from '../../../server/stores/bobbins.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

export const GET = endpoint({ right: 'read', query: listQuery, answer: page(bobbinKind) }, ({ query }) =>
  listBobbinKinds(query),
);
export const POST = endpoint(
  { right: 'stores', body: bobbinKindNew, answer: bobbinKind, status: 201 },
  ({ body }) => addBobbinKind(body),
);
