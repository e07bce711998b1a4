import { expect, test } from 'vitest';
import { planFixedOrder } from '../../src/engines/planner/seating/fixed-order.ts';
import { defaultMinutes } from '../../src/engines/planner/problem/minutes.ts';
import { modelOf } from '../../src/engines/planner/model/model.ts';
import { planOrder } from '../../src/engines/planner/ordering/order.ts';
import type { PlanProblem } from '../../src/engines/planner/problem/problem.ts';

/** The worked example of docs/arithmetic.md, reckoned by hand there. */
const job = (id: string, ...threads: string[]) => ({
  id,
  name: id,
  requests: threads.map((thread, index) => ({
    thread,
    needles: [{ needle: '75/11 sharp', penalty: 0 }],
    stops: [index + 1],
    stitches: 1000,
  })),
  sewMinutes: 60,
  due: null,
});
const problem: PlanProblem = {
  positions: ['red', 'white'].map((thread, index) => ({
    position: index + 1,
    now: [{ needle: '75/11 sharp', thread }],
    use: 'free',
    sewn: 0,
  })),
  jobs: [job('A', 'blue', 'red'), job('B', 'white', 'red'), job('C', 'blue', 'white')],
  classes: { red: '40', white: '40', blue: '40' },
  minutes: defaultMinutes,
};

test('as they came: three tie-ons', () => expect(planFixedOrder(modelOf(problem)).minutes).toBe(3));
test('B first: two, and no order does with less', () => {
  const found = planOrder(problem);
  expect(found.cost).toBe(2);
  expect(found.proven).toBe(true);
  expect(problem.jobs[found.order[0]!]!.id).toBe('B');
});
