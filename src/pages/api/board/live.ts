import { serverNow } from '../../../server/base/clock.ts';
import { boardNow, watchBoard } from '../../../server/board/watch.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { eventStream } from '../../../server/http/event-stream.ts';

/**
 * Server-Sent Events: first one `event: board` with what GET /api/board gives, then one `event: machine` for every machine that changes, and for all of
 * them every ten seconds.
 */
export const GET = endpoint({ right: 'board', answer: true }, async ({ context }) =>
  eventStream(context, 'board', async (send, onEnd) => {
    onEnd(await watchBoard((machine) => send(`event: machine\ndata: ${JSON.stringify(machine)}\n\n`)));
    const board = { machines: await boardNow(), now: serverNow().toISOString() };
    send(`retry: 1000\nevent: board\ndata: ${JSON.stringify(board)}\n\n`);
  }),
);
