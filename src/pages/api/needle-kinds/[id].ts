import { needleKindChange } from '../../../schemas/stores.ts';
import { needleKind } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeNeedleKind } from '../../../server/stores/needle-kinds.ts';

export const PATCH = endpoint(
  { right: 'stores', body: needleKindChange, answer: needleKind },
  ({ id, body }) => changeNeedleKind(id('id'), body),
);
