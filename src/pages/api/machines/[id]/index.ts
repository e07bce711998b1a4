import { nothing } from '../../../../schemas/people.ts';
import { machine, machineChange } from '../../../../schemas/workshop.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { changeMachine, machineById, removeMachine } from '../../../../server/stores/machines.ts';

export const GET = endpoint({ right: 'read', answer: machine }, ({ id }) => machineById(id('id')));
export const PATCH = endpoint(
  { right: 'machines', ofMachine: true, body: machineChange, answer: machine },
  ({ id, body, asker }) => changeMachine(id('id'), body, asker),
);
/** While nothing happened at it. */
export const DELETE = endpoint(
  { right: 'machines', ofMachine: true, answer: nothing },
  async ({ id, asker }) => {
    await removeMachine(id('id'), asker);
    return { ok: true };
  },
);
