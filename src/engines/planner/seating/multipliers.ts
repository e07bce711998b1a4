import type { Model } from '../model/model.ts';

/** Multipliers found for an order's model, by the options of `all`, the model of all jobs as they stand. */
export function pricesOfAll(
  all: Model,
  order: readonly number[],
  model: Model,
  own: Float64Array,
): Float64Array {
  const prices = new Float64Array(all.code.length);
  eachRequest(all, order, model, (from, to, here) => prices.set(own.subarray(from, to), here));
  return prices;
}

/** Multipliers by the options of `all`, for an order's model. */
export function pricesOfOrder(
  all: Model,
  order: readonly number[],
  model: Model,
  its: Float64Array,
): Float64Array {
  const prices = new Float64Array(model.code.length);
  eachRequest(all, order, model, (from, to, here) => prices.set(its.subarray(here, here + to - from), from));
  return prices;
}

/** The options of each request in the order's model, from and to, and where they begin in the model of all jobs. */
function eachRequest(
  all: Model,
  order: readonly number[],
  model: Model,
  take: (from: number, to: number, here: number) => void,
): void {
  order.forEach((index, at) => {
    const count = model.firstOf[at + 1]! - model.firstOf[at]!;
    for (let request = 0; request < count; request++) {
      const first = model.firstOf[at]! + request;
      take(model.start[first]!, model.start[first + 1]!, all.start[all.firstOf[index]! + request]!);
    }
  });
}
