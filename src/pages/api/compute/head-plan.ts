import { headPlanAnswer, headPlanQuestion } from '../../../schemas/plan/plan.ts';
import { planInThread } from '../../../server/heavy/head-plan.ts';
import { heavyFor } from '../../../server/heavy/heavy-work.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

/** Plans in a thread of its own, for 10 s at most: then the best so far, with how far it may be from the best. */
export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: headPlanQuestion, answer: headPlanAnswer },
  ({ body, context }) => planInThread(body, heavyFor(context)),
);
