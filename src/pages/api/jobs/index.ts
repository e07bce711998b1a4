import { job, jobIds, jobQuery, jobsNew, page } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addJobs, listJobs } from '../../../server/jobs/jobs.ts';

export const GET = endpoint({ right: 'read', query: jobQuery, answer: page(job) }, ({ query }) =>
  listJobs(query),
);
export const POST = endpoint(
  { right: 'plan', body: jobsNew, answer: jobIds, status: 201 },
  async ({ body }) => ({
    ids: await addJobs(body.jobs),
  }),
);
