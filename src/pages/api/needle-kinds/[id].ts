import { needleKindChange } from '../../../schemas/stores.ts';
import { needleKind } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeNeedleKind, needleThing } from '../../../server/stores/needle-kinds.ts';
import { removal } from '../../../server/http/thing-endpoint.ts';

export const PATCH = endpoint(
  { right: 'stores', body: needleKindChange, answer: needleKind },
  ({ id, body, asker }) => changeNeedleKind(id('id'), body, asker),
);
/** From the list: what was fitted of it stays on record. */
export const DELETE = removal(needleThing);
