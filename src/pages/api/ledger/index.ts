import { entriesStored } from '../../../schemas/ledger/entry.ts';
import { ledgerPage as ledgerPageMessage, ledgerQuery } from '../../../schemas/ledger/event.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { ledgerPage } from '../../../server/ledger/reading/read.ts';
import { receiveEntries } from '../../../server/ledger/writing/receive.ts';
import { machineById } from '../../../server/stores/machines.ts';

export const GET = endpoint(
  { right: 'read', query: ledgerQuery, answer: ledgerPageMessage },
  async ({ query }) => {
    await machineById(query.machine);
    return ledgerPage(query);
  },
);

/** Under scripts/serve.mjs server/http/direct.ts answers this; here it is for `astro dev`. */
export const POST = endpoint(
  { right: 'logUnnamed', body: {}, answer: entriesStored, status: 201 },
  ({ body, asker }) => receiveEntries(body, asker),
);
