import { describe, expect, test } from 'vitest';
import { modelOf } from '../../src/engines/planner/model/model.ts';
import { FixedOrder } from '../../src/engines/planner/seating/fixed-order.ts';
import { planOrder } from '../../src/engines/planner/ordering/order.ts';
import { someOf } from '../support/cases-tried.ts';
import { demoKind } from '../../tools/made/plans/plan-demo.ts';
import { leastOfAnyOrder } from '../support/order-mip.ts';

/**
 * The best order of eight jobs against a mixed-integer solver (HiGHS, from the package registry). Its programme is a
 * lower bound and our plan can be sewn: where they cost the same, neither can be wrong. Jobs of the demo's kind with
 * their first stops only: with all of them the solver needs hours. With four
 * stops the programme is a minute or two below the best plan of every instance tried: there all orders are counted below.
 */
describe('eight jobs of the demo’s kind in the best order cost what the reference solver says', () => {
  test.each(someOf(2, [8, 1, 2, 3, 4, 5, 6, 7, 0, 9, 10, 11]))(
    'instance %i',
    { timeout: 240_000 },
    async (seed) => {
      const problem = demoKind(seed, 8, 3);
      const found = planOrder(problem);
      expect(found.proven).toBe(true);
      expect(found.bound).toBeCloseTo(found.cost, 6);
      expect(found.cost).toBeCloseTo(await leastOfAnyOrder(problem), 5);
      expect([...found.order].sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    },
  );
});

/** Every order of some things. */
function* ordersOf(left: readonly number[]): Generator<number[]> {
  if (left.length === 0) yield [];
  for (const first of left)
    for (const rest of ordersOf(left.filter((one) => one !== first))) yield [first, ...rest];
}

test.each(someOf(1, [6, 1, 3]))(
  'six jobs of four stops, instance %i: none of the 720 orders, each planned to the proof, is below the best',
  { timeout: 240_000 },
  (seed) => {
    const problem = demoKind(seed, 6, 4);
    const found = planOrder(problem);
    expect(found.proven).toBe(true);
    let least = Infinity;
    for (const order of ordersOf([0, 1, 2, 3, 4, 5])) {
      const jobs = order.map((index) => problem.jobs[index]!);
      const plan = new FixedOrder(modelOf({ ...problem, jobs }), { work: 4000 }).run();
      expect(plan.proven).toBe(true);
      least = Math.min(least, plan.minutes);
    }
    expect(found.cost).toBeCloseTo(least, 6);
  },
);
