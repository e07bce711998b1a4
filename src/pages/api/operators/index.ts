import { listQuery, operator, operatorNew, page } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addOperator, listOperators } from '../../../server/stores/operators.ts';

export const GET = endpoint({ right: 'read', query: listQuery, answer: page(operator) }, ({ query }) =>
  listOperators(query),
);
export const POST = endpoint(
  { right: 'people', body: operatorNew, answer: operator, status: 201 },
  ({ body }) => addOperator(body),
);
