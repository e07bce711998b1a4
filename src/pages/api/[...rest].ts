import type { APIRoute } from 'astro';
import { endpoint } from '../../server/http/endpoint.ts';
import { ProblemError } from '../../server/base/problem.ts';

/** Whatever is no endpoint: answered as a problem, not as a page. */
export const ALL: APIRoute = endpoint({ right: 'anyone', answer: true }, async () => {
  throw new ProblemError(
    404,
    'Not found',
    'There is nothing at this address. docs/api.md lists what there is.',
  );
});
