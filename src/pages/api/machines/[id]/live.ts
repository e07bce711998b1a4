import { object } from '../../../../core/shape/parts.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { eventStream } from '../../../../server/http/event-stream.ts';
import { listenNews } from '../../../../server/base/news.ts';
import { listen } from '../../../../server/ledger/reading/live.ts';
import { machineById } from '../../../../server/stores/machines.ts';

const query = object({ since: { type: 'integer', minimum: 0, maximum: Number.MAX_SAFE_INTEGER } }, ['since']);

/**
 * Server-Sent Events: one `event: entry` with an event as JSON for everything that is new or changed on this
 * machine after `since` (or after Last-Event-ID, when a browser comes back by itself), one `event: plan` when a
 * kept plan of the machine is new or changed, and `event: pull` for every part of a pull that a gauge sends. `event: anew`:
 * the number was of another ledger, or too much has changed since; ask for the whole state, and go on from the one given.
 */
export const GET = endpoint(
  { right: 'read', query, answer: true },
  async ({ id, query: { since }, context }) => {
    const machine = await machineById(id('id'));
    const resumed = Number(context.request.headers.get('last-event-id') ?? NaN);
    const from = Number.isSafeInteger(resumed) && resumed >= 0 ? resumed : (since ?? 0);
    return eventStream(context, 'read', async (send, onEnd) => {
      // Whoever reads “connected” misses no news from then on.
      onEnd(
        await listenNews(machine.id, ({ name, data }) =>
          send(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`),
        ),
      );
      send('retry: 1000\n: connected\n\n');
      onEnd(
        await listen(machine.id, from, {
          event: (event) => send(`id: ${event.seq}\nevent: entry\ndata: ${JSON.stringify(event)}\n\n`),
          anew: (seq) => send(`id: ${seq}\nevent: anew\ndata: ${JSON.stringify({ seq })}\n\n`),
        }),
      );
    });
  },
);
