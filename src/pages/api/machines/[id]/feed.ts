import { noFeedYet } from '../../../../core/feed/event.ts';
import { feedNow as nowSchema } from '../../../../schemas/ledger/feed.ts';
import { feedNow } from '../../../../server/feed/state.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { machineById } from '../../../../server/stores/machines.ts';

/** GET: the machine as its feed told it last. POST: server/app/direct.ts. */
export const GET = endpoint(
  { right: 'read', answer: nowSchema },
  async ({ id }) => (await feedNow((await machineById(id('id'))).id)) ?? noFeedYet,
);
