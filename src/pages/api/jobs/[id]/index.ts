import { job, jobChange } from '../../../../schemas/workshop.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { changeJob, jobById } from '../../../../server/jobs/jobs.ts';

export const GET = endpoint({ right: 'read', answer: job }, ({ id }) => jobById(id('id')));
export const PUT = endpoint({ right: 'plan', body: jobChange, answer: job }, ({ id, body }) =>
  changeJob(id('id'), body),
);
