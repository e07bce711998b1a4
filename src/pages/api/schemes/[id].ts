import { scheme, schemeChange, schemeGone } from '../../../schemas/plan/scheme.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeScheme, machineOfScheme, removeScheme, schemeById } from '../../../server/machine/schemes.ts';

export const GET = endpoint({ right: 'read', answer: scheme }, ({ id }) => schemeById(id('id')));
export const PUT = endpoint(
  {
    right: 'plan',
    ofMachine: machineOfScheme,
    body: schemeChange,
    answer: scheme,
  },
  ({ id, body }) => changeScheme(id('id'), body),
);
export const DELETE = endpoint({ right: 'plan', ofMachine: machineOfScheme, answer: schemeGone }, ({ id }) =>
  removeScheme(id('id')),
);
