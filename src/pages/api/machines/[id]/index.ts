import { machine, machineChange } from '../../../../schemas/workshop.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { changeMachine, machineById } from '../../../../server/machine/machines.ts';

export const GET = endpoint({ right: 'read', answer: machine }, ({ id }) => machineById(id('id')));
export const PATCH = endpoint(
  { right: 'machines', ofMachine: true, body: machineChange, answer: machine },
  ({ id, body }) => changeMachine(id('id'), body),
);
