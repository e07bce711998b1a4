import { describe, expect, test } from 'vitest';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { modelOf } from '../model/model.ts';
import { planFixedOrder } from '../seating/fixed-order.ts';
import { greedyPlan } from '../seating/greedy.ts';
import { quickPlan } from './quick-plan.ts';

const usual = { jobs: 6, perJob: 4, positions: 6, threads: 9, needles: 3, acceptable: 2 };

describe('a plan of more requests than can be assigned', () => {
  test('between the best one and an operator who looks at one job at a time; nothing is said of the best', () => {
    let better = 0;
    for (let seed = 1; seed <= 30; seed++) {
      const model = modelOf(randomInstance({ seed, ...usual }));
      const { plan, prices } = quickPlan(model)!;
      const greedy = greedyPlan(model)!.minutes;
      expect(plan.minutes).toBeLessThanOrEqual(greedy);
      expect(plan.minutes).toBeGreaterThanOrEqual(planFixedOrder(model).minutes - 1e-6);
      expect(plan).toMatchObject({ bound: 0, proven: false, work: 0 });
      expect([...prices]).toEqual([...model.code].map(() => 0));
      if (plan.minutes < greedy) better++;
    }
    expect(better).toBeGreaterThan(10);
  });
  test('none where a job does not fit', () => {
    const problem = randomInstance({ seed: 3, ...usual, positions: 3, perJob: 4 });
    const wide = problem.jobs.some(({ requests }) => requests.length > 3);
    expect(wide).toBe(true);
    expect(quickPlan(modelOf(problem))).toBeNull();
  });
});
