import { shareOutAnswer, shareOutQuestion } from '../../../schemas/plan/plan.ts';
import { shareInThread } from '../../../server/heavy/head-plan.ts';
import { heavyFor } from '../../../server/heavy/heavy-work.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

/** Shares jobs out over machines in a thread of its own, for 10 s at most: then the best split so far. */
export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: shareOutQuestion, answer: shareOutAnswer },
  ({ body, context }) => shareInThread(body, heavyFor(context)),
);
