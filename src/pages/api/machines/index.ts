import { listQuery, machine, machineNew, page } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addMachine, listMachines } from '../../../server/stores/machines.ts';

export const GET = endpoint({ right: 'read', query: listQuery, answer: page(machine) }, ({ query }) =>
  listMachines(query),
);
export const POST = endpoint(
  { right: 'machines', ofMachine: ({ body }) => body.id, body: machineNew, answer: machine, status: 201 },
  ({ body }) => addMachine(body),
);
