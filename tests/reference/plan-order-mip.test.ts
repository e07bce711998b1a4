import { describe, expect, test } from 'vitest';
import { planOrder } from '../../src/core/plan/order.ts';
import { demoKind } from '../support/plan-demo.ts';
import { leastOfAnyOrder } from '../support/order-mip.ts';

/**
 * The best order of eight jobs against a mixed-integer solver (HiGHS, from the package registry). Its programme is a
 * lower bound and our plan can be sewn: where they cost the same, neither can be wrong.
 */
describe('eight jobs of the demo’s kind in the best order cost what the reference solver says', () => {
  test.each([1, 2, 3, 4, 6, 7])('instance %i', { timeout: 120_000 }, async (seed) => {
    const problem = demoKind(seed, 8);
    const found = planOrder(problem);
    expect(found.proven).toBe(true);
    expect(found.bound).toBeCloseTo(found.cost, 6);
    expect(found.cost).toBeCloseTo(await leastOfAnyOrder(problem), 5);
    expect([...found.order].sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });
});
