import { cone, coneChange } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeCone, coneThing } from '../../../server/stores/threads.ts';
import { removal } from '../../../server/http/thing-endpoint.ts';

export const PATCH = endpoint({ right: 'stores', body: coneChange, answer: cone }, ({ id, body, asker }) =>
  changeCone(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = removal(coneThing);
