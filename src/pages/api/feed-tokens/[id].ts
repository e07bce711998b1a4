import { nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { takeBackFeedToken } from '../../../server/people/tokens/feed-tokens.ts';

export const DELETE = endpoint({ right: 'people', answer: nothing }, async ({ id, asker }) => {
  await takeBackFeedToken(id('id'), asker);
  return { ok: true };
});
