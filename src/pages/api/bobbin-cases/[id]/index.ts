import { bobbinCase, bobbinCaseChange } from '../../../../schemas/stores.ts';
import { changeBobbinCase } from '../../../../server/stores/bobbins.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';

export const PATCH = endpoint(
  { right: 'stores', body: bobbinCaseChange, answer: bobbinCase },
  ({ id, body }) => changeBobbinCase(id('id'), body),
);
