import { ledgerPage as ledgerPageMessage, ledgerQuery } from '../../../schemas/ledger/event.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { ledgerPage } from '../../../server/ledger/reading/read.ts';
import { machineById } from '../../../server/stores/machines.ts';

/** GET: a page of the ledger. POST: server/app/direct.ts. */
export const GET = endpoint(
  { right: 'read', query: ledgerQuery, answer: ledgerPageMessage },
  async ({ query }) => {
    await machineById(query.machine);
    return ledgerPage(query);
  },
);
