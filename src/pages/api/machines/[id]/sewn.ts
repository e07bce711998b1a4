import { sewn, sewnQuery } from '../../../../schemas/ledger/sewn.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { machineById } from '../../../../server/stores/machines.ts';
import { sewnLately } from '../../../../server/machine/sewn.ts';

export const GET = endpoint(
  { right: 'read', query: sewnQuery, answer: sewn },
  async ({ id, query: { weeks = 4 } }) => sewnLately((await machineById(id('id'))).id, weeks),
);
