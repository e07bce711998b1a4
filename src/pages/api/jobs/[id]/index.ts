import { job, jobChange } from '../../../../schemas/workshop.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { nothing } from '../../../../schemas/people.ts';
import { changeJob, jobById } from '../../../../server/jobs/jobs.ts';
import { removeJob } from '../../../../server/jobs/remove-job.ts';

export const GET = endpoint({ right: 'read', answer: job }, ({ id }) => jobById(id('id')));
export const PUT = endpoint({ right: 'plan', body: jobChange, answer: job }, ({ id, body }) =>
  changeJob(id('id'), body),
);
/** While it was never put on a machine. */
export const DELETE = endpoint({ right: 'plan', answer: nothing }, async ({ id, asker }) => {
  await removeJob(id('id'), asker);
  return { ok: true };
});
