import { object } from '../../../core/shape/parts.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { textStream } from '../../../server/http/text-stream.ts';
import { jobsCsv } from '../../../server/jobs/csv.ts';

const query = object({ show: { enum: ['waiting', 'done', 'all'] } }, ['show']);

/** GET: jobs as a CSV file, in the columns that the import reads. */
export const GET = endpoint(
  { right: 'read', query, answer: true },
  ({ query: { show = 'waiting' }, context }) =>
    Promise.resolve(
      new Response(textStream(jobsCsv(show), context.locals.room), {
        headers: {
          'content-type': 'text/csv; charset=utf-8',
          'content-disposition': `attachment; filename="jobs-${show}.csv"`,
          'cache-control': 'no-store, no-transform',
        },
      }),
    ),
);
