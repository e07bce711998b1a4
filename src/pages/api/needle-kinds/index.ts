import { listQuery, needleKind, needleKindNew, page } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addNeedleKind, listNeedleKinds } from '../../../server/stores/needle-kinds.ts';

export const GET = endpoint({ right: 'read', query: listQuery, answer: page(needleKind) }, ({ query }) =>
  listNeedleKinds(query),
);
export const POST = endpoint(
  { right: 'stores', body: needleKindNew, answer: needleKind, status: 201 },
  ({ body }) => addNeedleKind(body),
);
