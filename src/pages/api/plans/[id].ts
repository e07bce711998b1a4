import { plan, planChange } from '../../../schemas/plan/plan.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changePlan, machineOfPlan, planById } from '../../../server/jobs/plans.ts';

export const GET = endpoint({ right: 'read', answer: plan }, ({ id }) => planById(id('id')));
export const PUT = endpoint(
  {
    right: 'plan',
    ofMachine: machineOfPlan,
    body: planChange,
    answer: plan,
  },
  ({ id, body }) => changePlan(id('id'), body),
);
