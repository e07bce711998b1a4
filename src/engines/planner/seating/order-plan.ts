import type { Model } from '../model/model.ts';
import type { FixedResult } from './fixed-order.ts';

/** One order's plan, with the multipliers that its search ended with. */
export interface OrderPlan {
  model: Model;
  plan: FixedResult;
  prices: Float64Array;
}
