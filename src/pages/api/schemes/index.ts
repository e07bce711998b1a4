import { scheme, schemeNew, schemes, schemesQuery } from '../../../schemas/plan/scheme.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addScheme, listSchemes } from '../../../server/machine/schemes.ts';

export const GET = endpoint({ right: 'read', query: schemesQuery, answer: schemes }, ({ query }) =>
  listSchemes(query),
);
export const POST = endpoint(
  { right: 'plan', ofMachine: ({ body }) => body.machineId, body: schemeNew, answer: scheme, status: 201 },
  ({ body }) => addScheme(body),
);
