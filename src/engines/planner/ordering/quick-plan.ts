import { crossOver } from '../seating/cross-over.ts';
import { greedyPlan } from '../seating/greedy.ts';
import type { Model } from '../model/model.ts';
import type { OrderPlan } from '../seating/order-plan.ts';

/** Requests beyond which assignments take longer than there is time for: pairs of them are a million numbers and more. */
export const mostExact = 500;

/**
 * A plan for a model that is too large for assignments (more than {@link mostExact} requests): each job by itself, and then
 * what positions can trade. Nothing is known of how far it is from the best. Null where a job does not fit.
 */
export function quickPlan(model: Model): OrderPlan | null {
  const greedy = greedyPlan(model);
  if (!greedy) return null;
  const traded = crossOver(model, greedy.chains);
  const plan = traded && traded.minutes < greedy.minutes ? traded : greedy;
  return {
    model,
    plan: { ...plan, bound: 0, proven: false, work: 0 },
    prices: new Float64Array(model.code.length),
  };
}
