import { plan, planNew, plans, plansQuery } from '../../../schemas/plan/plan.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addPlan, listPlans } from '../../../server/jobs/plans.ts';

export const GET = endpoint({ right: 'read', query: plansQuery, answer: plans }, ({ query }) =>
  listPlans(query),
);
export const POST = endpoint(
  { right: 'plan', ofMachine: ({ body }) => body.machineId, body: planNew, answer: plan, status: 201 },
  ({ body }) => addPlan(body),
);
