import { scheme, schemeChange, schemeGone } from '../../../schemas/scheme.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeScheme, removeScheme, schemeById } from '../../../server/machine/schemes.ts';

export const GET = endpoint({ right: 'read', answer: scheme }, ({ id }) => schemeById(id('id')));
export const PUT = endpoint(
  {
    right: 'plan',
    ofMachine: async ({ id }) => (await schemeById(id)).machineId,
    body: schemeChange,
    answer: scheme,
  },
  ({ id, body }) => changeScheme(id('id'), body),
);
export const DELETE = endpoint(
  { right: 'plan', ofMachine: async ({ id }) => (await schemeById(id)).machineId, answer: schemeGone },
  ({ id }) => removeScheme(id('id')),
);
