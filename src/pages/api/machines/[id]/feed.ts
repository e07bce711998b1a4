import { noFeedYet } from '../../../../core/feed/event.ts';
import { feedNow as nowSchema, feedTaken } from '../../../../schemas/ledger/feed.ts';
import { readFeed } from '../../../../server/feed/lines.ts';
import { feedNow } from '../../../../server/feed/state.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { machineById, machineMustExist } from '../../../../server/stores/machines.ts';

/** GET: the machine as its feed told it last. */
export const GET = endpoint(
  { right: 'read', answer: nowSchema },
  async ({ id }) => (await feedNow((await machineById(id('id'))).id)) ?? noFeedYet,
);

async function* chunksOf(body: ReadableStream<Uint8Array> | null): AsyncGenerator<Uint8Array> {
  const reader = body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) yield part.value;
}

/** Under scripts/serve.mjs server/http/direct.ts answers this; here it is for `astro dev`. */
export const POST = endpoint(
  { right: 'feed', ofMachine: true, answer: feedTaken, status: 201 },
  async ({ id, context: { request } }) => {
    await machineMustExist(id('id'));
    return readFeed(id('id'), chunksOf(request.body), request.headers.get('content-type') ?? '');
  },
);
