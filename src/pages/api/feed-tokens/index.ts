import { feedTokenMade, feedTokenNew, feedTokens } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { listFeedTokens, makeFeedToken } from '../../../server/people/tokens/feed-tokens.ts';

export const GET = endpoint({ right: 'people', answer: feedTokens }, async () => ({
  tokens: await listFeedTokens(),
}));
/** The answer holds the token, this once. */
export const POST = endpoint(
  { right: 'people', body: feedTokenNew, answer: feedTokenMade, status: 201 },
  ({ body, asker }) => makeFeedToken(body, asker),
);
