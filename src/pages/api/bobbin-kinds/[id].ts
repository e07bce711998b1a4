import { bobbinKind, bobbinKindChange } from '../../../schemas/stores.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeBobbinKind, bobbinThing } from '../../../server/stores/bobbins.ts';
import { removal } from '../../../server/http/thing-endpoint.ts';

export const PATCH = endpoint(
  { right: 'stores', body: bobbinKindChange, answer: bobbinKind },
  ({ id, body, asker }) => changeBobbinKind(id('id'), body, asker),
);
/** While it was never used. */
export const DELETE = removal(bobbinThing);
