import { addDays } from 'date-fns';
import { describe, expect, test } from 'vitest';
import { runPlan } from '../../src/engines/planner/run.ts';
import { someOf } from '../support/cases-tried.ts';
import { demoHead } from '../../tools/made/plans/plan-demo.ts';

/** What the product promises of its own demo: the best order saves three minutes of changing in ten, and nothing is late. */
describe('the demo’s head, on whatever day of the week it is opened', () => {
  const monday = new Date('2026-03-02T08:00:00');
  test.each(someOf(1, [1, 5, 0, 2, 3, 4, 6]))('%i days after a Monday', (days) => {
    const problem = demoHead(addDays(monday, days));
    const plan = runPlan({ problem, freeOrder: true, frozen: 1 });
    expect(plan.proven).toBe(true);
    expect(plan.changeMinutes).toBeLessThanOrEqual(0.7 * plan.asTheyCame!.changeMinutes);
    expect(plan.cost).toBeLessThan(plan.asTheyCame!.cost);
    expect(plan.jobs[0]!.job).toBe(problem.jobs[0]!.id);
    expect(plan.jobs.every(({ late }) => late === 0)).toBe(true);
  });
});
