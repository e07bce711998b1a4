import { entryHistory as entryHistoryMessage } from '../../../schemas/ledger/event.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { entryHistory } from '../../../server/ledger/reading/read.ts';

export const GET = endpoint({ right: 'read', answer: entryHistoryMessage }, ({ id }) =>
  entryHistory(id('id')),
);
