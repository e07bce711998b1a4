import { bobbinCase, bobbinCaseChange } from '../../../../schemas/stores.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { changeBobbinCase, caseThing } from '../../../../server/stores/bobbins.ts';
import { removal } from '../../../../server/http/thing-endpoint.ts';

export const PATCH = endpoint(
  { right: 'stores', body: bobbinCaseChange, answer: bobbinCase },
  ({ id, body, asker }) => changeBobbinCase(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = removal(caseThing);
