import { plan, planSeats } from '../../../../schemas/plan/plan.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { keepSeats, machineOfPlan } from '../../../../server/jobs/plans.ts';

export const PUT = endpoint(
  {
    right: 'plan',
    ofMachine: machineOfPlan,
    body: planSeats,
    answer: plan,
  },
  ({ id, body }) => keepSeats(id('id'), body),
);
