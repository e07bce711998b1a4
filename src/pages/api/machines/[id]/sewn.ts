import { sewn, sewnQuery } from '../../../../schemas/sewn.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { machineById } from '../../../../server/machines.ts';
import { sewnLately } from '../../../../server/sewn.ts';

export const GET = endpoint({ query: sewnQuery, answer: sewn }, async ({ id, query: { weeks = 4 } }) =>
  sewnLately((await machineById(id('id'))).id, weeks),
);
