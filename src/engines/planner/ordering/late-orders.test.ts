import { describe, expect, test } from 'vitest';
import { chance } from '../../../core/base/chance.ts';
import { permutations } from '../../../../tests/support/permutations.ts';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { modelOf, type Model } from '../model/model.ts';
import { planFixedOrder } from '../seating/fixed-order.ts';
import { changesBefore, isAsLateAsCanBe, LateOrders, lateWithoutChanging } from './late-orders.ts';
import { leastLateness, minutesLate } from './lateness.ts';
import { Precedence } from './precedence.ts';

const size = { perJob: 2, threads: 4, needles: 2, acceptable: 2 };
/** A model whose jobs have these minutes and due times; its seats are any. */
function modelWith(times: readonly (readonly [sewMinutes: number, due: number | null])[], seed = 1): Model {
  const made = randomInstance({ seed, positions: 5, jobs: times.length, ...size });
  return modelOf({
    ...made,
    jobs: made.jobs.map((job, index) => ({ ...job, sewMinutes: times[index]![0], due: times[index]![1] })),
  });
}
const lateIn = ({ jobs }: Model, order: readonly number[]) => {
  let clock = 0;
  return order.reduce((sum, job) => sum + minutesLate(jobs[job]!, (clock += jobs[job]!.sewMinutes)), 0);
};
function drawn(seed: number, count: number) {
  const { between, next } = chance(seed);
  return Array.from({ length: count }, () => {
    const due = next() < 0.25 ? null : Math.round(between(20, 40 * count));
    return [Math.round(between(5, 90)), due] as const;
  });
}
const indices = (count: number) => Array.from({ length: count }, (_, index) => index);

describe('what orders are late at least, against every order tried', () => {
  test.each([1, 2, 3, 4, 5, 6])('six jobs, instance %i: by their beginnings', (seed) => {
    const model = modelWith(drawn(seed, 6), seed);
    const lates = new LateOrders(model, { perMinute: 3 }, []);
    const orders = permutations(indices(6));
    for (const begun of [[], [2], [4, 1], [5, 0, 3], indices(6)]) {
      const left = indices(6).filter((job) => !begun.includes(job));
      const going = orders.filter((order) => begun.every((job, at) => order[at] === job));
      const least = 3 * Math.min(...going.map((order) => lateIn(model, order)));
      expect(lates.costOfBeginning(begun, left)).toBeCloseTo(least, 9);
    }
    const known = new Precedence(6);
    known.add(3, 1);
    known.add(1, 0);
    const isBefore = (a: number, b: number) => known.has(a, b);
    const allowed = orders.filter(
      (order) => order.indexOf(3) < order.indexOf(1) && order.indexOf(1) < order.indexOf(0),
    );
    const found = lates.leastBy(isBefore);
    expect(found.cost).toBeCloseTo(3 * Math.min(...allowed.map((order) => lateIn(model, order))), 9);
    expect(allowed).toContainEqual(found.order);
  });
  test('frozen jobs keep their place at the front', () => {
    const model = modelWith(drawn(9, 6), 9);
    const lates = new LateOrders(model, { perMinute: 1 }, [0, 1]);
    for (const begun of [
      [0, 1],
      [0, 1, 4],
      [0, 1, 5, 2],
    ]) {
      const left = indices(6).filter((job) => !begun.includes(job));
      const least = Math.min(...permutations(left).map((rest) => lateIn(model, [...begun, ...rest])));
      expect(lates.costOfBeginning(begun, left)).toBeCloseTo(least, 9);
    }
  });
  test('of twenty jobs, too many to try, never more than the best of many orders, and no less than either plain bound', () => {
    const times = drawn(4, 20);
    const model = modelWith(times, 4);
    const lates = new LateOrders(model, { perMinute: 2 }, []);
    const { next } = chance(12);
    const best = Math.min(
      ...indices(3000).map(() =>
        lateIn(
          model,
          indices(20).sort(() => next() - 0.5),
        ),
      ),
      lateIn(
        model,
        indices(20).sort((a, b) => (times[a]![1] ?? Infinity) - (times[b]![1] ?? Infinity)),
      ),
    );
    const bound = lates.costOfBeginning([], indices(20));
    expect(bound).toBeLessThanOrEqual(2 * best + 1e-9);
    expect(bound).toBeGreaterThanOrEqual(2 * leastLateness(model.jobs) - 1e-9);
    const alone = model.jobs.reduce((sum, job) => sum + minutesLate(job, job.sewMinutes), 0);
    expect(bound).toBeGreaterThanOrEqual(2 * alone - 1e-9);
    // With what must come before it, the last is late by all of them.
    const chain = new Precedence(20);
    for (let job = 1; job < 20; job++) chain.add(job - 1, job);
    const { cost, order } = lates.leastBy((a, b) => chain.has(a, b));
    expect(order).toBeNull();
    expect(cost).toBeCloseTo(2 * lateIn(model, indices(20)), 9);
    const loose = lates.leastBy(() => false);
    expect(loose.cost).toBeCloseTo(2 * Math.max(alone, leastLateness(model.jobs)), 9);
  });
  test('without a due time nothing is late, whatever comes first', () => {
    const model = modelWith([
      [30, null],
      [50, null],
      [10, null],
    ]);
    const lates = new LateOrders(model, { perMinute: 5 }, []);
    expect([lates.isDue, lates.grain]).toEqual([false, model.grain]);
    expect(lates.costOfBeginning([2], [0, 1])).toBe(0);
    expect(lates.leastBy(() => false)).toEqual({ cost: 0, order: null });
    expect(lates.costOf(model, planFixedOrder(model))).toBe(0);
  });
  test('the step between two orders’ costs divides changing and lateness alike', () => {
    const model = modelWith([
      [30, 45],
      [50, 200],
      [20, null],
    ]);
    const { grain } = new LateOrders(model, { perMinute: 0.5 }, []);
    expect(grain).toBeGreaterThan(0);
    for (const order of permutations([0, 1, 2])) {
      const steps = (0.5 * lateIn(model, order)) / grain;
      expect(steps).toBeCloseTo(Math.round(steps), 6);
    }
    expect(model.grain / grain).toBeCloseTo(Math.round(model.grain / grain), 6);
  });
});

test('minutes of changing before each job sum up to the plan’s, without its penalties; and whether they make it later', () => {
  const model = modelWith(
    [
      [60, 60],
      [60, 1000],
      [60, 1000],
    ],
    7,
  );
  const plan = planFixedOrder(model);
  const before = changesBefore(model, plan);
  const penalties = plan.option.reduce((sum: number, option: number) => sum + model.penalty[option]!, 0);
  expect(before.reduce((sum, value) => sum + value, 0)).toBeCloseTo(plan.minutes - penalties, 9);
  expect(before.every((value) => value >= 0)).toBe(true);
  // The first job is due when it is sewn without any change: changing makes it late by just that.
  expect(lateWithoutChanging(model, { perMinute: 1 })).toBe(0);
  expect(isAsLateAsCanBe(model, plan, { perMinute: 1 })).toBe(before[0] === 0);
  expect(new LateOrders(model, { perMinute: 4 }, []).costOf(model, plan)).toBeCloseTo(4 * before[0]!, 9);
  const late = modelWith(
    [
      [60, 10],
      [60, 1000],
      [60, 1000],
    ],
    7,
  );
  expect(lateWithoutChanging(late, { perMinute: 2 })).toBe(100);
});
