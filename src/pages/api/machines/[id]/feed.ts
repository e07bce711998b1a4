import { noFeedYet } from '../../../../core/feed/event.ts';
import { feedNow as nowSchema, feedTaken } from '../../../../schemas/feed.ts';
import { readFeed } from '../../../../server/feed/lines.ts';
import { feedNow } from '../../../../server/feed/take.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { ProblemError } from '../../../../server/http/problem.ts';
import { machineById } from '../../../../server/machines.ts';

/** GET: the machine as its feed told it last. */
export const GET = endpoint(
  { answer: nowSchema },
  async ({ id }) => (await feedNow((await machineById(id('id'))).id)) ?? noFeedYet,
);

/** POST: NDJSON, one event a line, at once or as a stream that stays open. */
export const POST = endpoint({ answer: feedTaken, status: 201 }, async ({ id, context }) => {
  if (!/^application\/(x-)?ndjson\b/i.test(context.request.headers.get('content-type') ?? ''))
    throw new ProblemError(415, 'Not NDJSON', 'Send lines of JSON as “application/x-ndjson”.');
  return readFeed(await machineById(id('id')), context.request.body);
});
