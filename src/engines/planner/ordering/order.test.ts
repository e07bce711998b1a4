import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { permutations } from '../../../../tests/support/permutations.ts';
import { describePlan } from '../answer.ts';
import { planFixedOrder } from '../seating/fixed-order.ts';
import {
  costed,
  finishTimes,
  hard,
  latenessCost,
  latenessOfRests,
  leastLateness,
  minutesLate,
} from './lateness.ts';
import { chance as chanceOf } from '../../../core/base/chance.ts';
import { nearestFirst } from './local-order.ts';
import { modelOf } from '../model/model.ts';
import { changesBefore } from './late-orders.ts';
import { planOrder } from './order.ts';
import { Prefix } from './prefix.ts';
import { restCost } from './rest.ts';

const job = (due: number | null, sewMinutes = 60) => ({
  id: `${due}`,
  name: '',
  requests: [],
  sewMinutes,
  due,
});

describe('lateness', () => {
  test('jobs end after all changing and sewing before them', () =>
    expect(finishTimes([job(null), job(null), job(null, 30)], [5, 0, 10])).toEqual([65, 125, 165]));
  test('only what is due can be late', () => {
    expect(minutesLate(job(null), 9999)).toBe(0);
    expect(minutesLate(job(100), 99)).toBe(0);
    expect(minutesLate(job(100), 130)).toBe(30);
  });
  test('costed, a minute late is a minute of changing; hard, it outweighs a shift of changing', () => {
    const late = [job(60), job(100)];
    expect(latenessCost(late, [0, 0], costed)).toBe(20);
    expect(latenessCost(late, [0, 0], hard)).toBeGreaterThan(480);
  });
});

describe('lateness of what is left', () => {
  const jobsAsked = fc.array(
    fc.record({
      sewMinutes: fc.integer({ min: 1, max: 200 }),
      due: fc.option(fc.integer({ min: 1, max: 500 }), { nil: null }),
    }),
    { minLength: 1, maxLength: 6 },
  );
  test('of every set of jobs it is the least that trying every order gives', () =>
    fc.assert(
      fc.property(jobsAsked, fc.integer({ min: 0, max: 100 }), (some, clock) => {
        const jobs = some.map((one) => job(one.due, one.sewMinutes));
        const late = latenessOfRests(jobs, clock);
        const all = jobs.reduce((sum, one) => sum + one.sewMinutes, clock);
        for (let set = 0; set < 1 << jobs.length; set += 1 + (set % 3)) {
          const left = jobs.filter((_, index) => set & (1 << index));
          const begins = all - left.reduce((sum, one) => sum + one.sewMinutes, 0);
          const tried = permutations(left).map((order) => {
            let now = begins;
            return order.reduce((sum, one) => sum + minutesLate(one, (now += one.sewMinutes)), 0);
          });
          expect(late[set]).toBe(Math.min(...tried));
        }
      }),
      { numRuns: 40 },
    ));
  test('sorted against sorted it is never more than that', () =>
    fc.assert(
      fc.property(jobsAsked, fc.integer({ min: 0, max: 100 }), (some, clock) => {
        const jobs = some.map((one) => job(one.due, one.sewMinutes));
        expect(leastLateness(jobs, clock)).toBeLessThanOrEqual(latenessOfRests(jobs, clock).at(-1)!);
      }),
    ));
  test('with jobs late in any order the bound of the best one is near', () => {
    const made = randomInstance({
      ...{ seed: 31, jobs: 6, perJob: 3, positions: 6, threads: 8, needles: 3, acceptable: 2 },
    });
    const jobs = made.jobs.map((one, index) => ({
      ...one,
      sewMinutes: 100 + 40 * index,
      due: 90 + 25 * index,
    }));
    const found = planOrder({ ...made, jobs });
    const least = latenessOfRests(jobs, 0).at(-1)!;
    expect(found.bound).toBeGreaterThanOrEqual(least);
    expect(found.cost).toBeGreaterThanOrEqual(found.bound);
    // Changing delays all that is late behind it: that much the bound leaves out.
    expect(found.cost - found.bound).toBeLessThan(0.1 * found.cost);
  });
});

describe('the start of the local search', () => {
  const request = (thread: string) => ({ thread, needles: [], stops: [1], stitches: 1 });
  const jobs = [
    ['a', 'b'],
    ['x', 'y', 'z'],
    ['a', 'b', 'c'],
    ['y', 'z'],
  ].map((threads, index) => ({
    ...job(null),
    id: `${index}`,
    requests: threads.map(request),
  }));
  test('each job is followed by the one that needs the fewest new threads', () =>
    expect(nearestFirst(jobs, [0, 1, 2, 3])).toEqual([0, 2, 3, 1]));
});

describe('what a thread costs over the jobs that are left', () => {
  const entry = Float64Array.from([1, 1, 8]);
  test('one seat for two requests pays the penalty, two seats the entry, whichever is less', () => {
    const wants = [
      { needles: [0, 1], penalty: [0, 3] },
      { needles: [1], penalty: [0] },
    ];
    const cost = restCost(wants, 3, entry, new Set());
    // From needle 0: a further seat with needle 1. From needle 1: the same further seat is dearer than none (3).
    expect([...cost]).toEqual([1, 1, Infinity]);
  });
  test('where the thread may have sat with the other needle a further seat costs nothing', () =>
    expect(
      restCost(
        [
          { needles: [0], penalty: [0] },
          { needles: [1], penalty: [0] },
        ],
        3,
        entry,
        new Set([1]),
      )[0],
    ).toBe(0));
  test('a needle that nothing accepts is no beginning', () =>
    expect(restCost([{ needles: [2], penalty: [0.5] }], 3, entry, new Set())[2]).toBe(0.5));
});

describe('the bound of a beginning', () => {
  test('never above what any order with that beginning costs', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), fc.integer({ min: 0, max: 4 }), (seed, begun) => {
        const problem = randomInstance({
          seed,
          jobs: 4,
          perJob: 3,
          positions: 5,
          threads: 6,
          needles: 3,
          acceptable: 3,
        });
        const model = modelOf(problem);
        const prefix = new Prefix(model, new Float64Array(model.code.length));
        const chance = chanceOf(seed).next;
        const order = [0, 1, 2, 3]
          .map((index) => ({ index, at: chance() }))
          .sort((a, b) => a.at - b.at)
          .map(({ index }) => index);
        for (const index of order.slice(0, begun)) prefix.push(index);
        const bound = prefix.bound();
        const whole = modelOf({ ...problem, jobs: order.map((index) => problem.jobs[index]!) });
        expect(bound).toBeLessThanOrEqual(planFixedOrder(whole).minutes + 1e-6);
      }),
      { numRuns: 80 },
    ));
  test('putting jobs on and taking them off again leaves it as it was', () => {
    const model = modelOf(
      randomInstance({ seed: 5, jobs: 6, perJob: 4, positions: 6, threads: 9, needles: 3, acceptable: 2 }),
    );
    const prefix = new Prefix(model, new Float64Array(model.code.length));
    const bounds = [prefix.bound()];
    for (const index of [2, 0, 5, 1]) {
      prefix.push(index);
      bounds.push(prefix.bound());
    }
    const fresh = new Prefix(model, new Float64Array(model.code.length));
    for (const index of [2, 0, 5, 1]) fresh.push(index);
    expect(prefix.bound()).toBeCloseTo(fresh.bound(), 9);
    for (let count = 4; count > 0; count--) {
      expect(prefix.bound()).toBeCloseTo(bounds[count]!, 9);
      prefix.pop();
    }
    expect(prefix.bound()).toBeCloseTo(bounds[0]!, 9);
  });
  test('with one needle each, the whole order’s bound is its exact cost', () => {
    const problem = randomInstance({
      seed: 12,
      jobs: 6,
      perJob: 4,
      positions: 6,
      threads: 9,
      needles: 3,
      acceptable: 1,
    });
    const model = modelOf(problem);
    const prefix = new Prefix(model, new Float64Array(model.code.length));
    problem.jobs.forEach((_, index) => prefix.push(index));
    expect(prefix.bound()).toBeCloseTo(planFixedOrder(model).minutes, 6);
  });
});

test('minutes before each job add up to the minutes of changing', () => {
  const model = modelOf(
    randomInstance({
      seed: 8,
      jobs: 8,
      perJob: 4,
      positions: 6,
      threads: 9,
      needles: 3,
      acceptable: 3,
      heads: 2,
    }),
  );
  const plan = planFixedOrder(model);
  const before = changesBefore(model, plan);
  const answer = describePlan(model, plan);
  expect(before.reduce((a, b) => a + b, 0)).toBeCloseTo(answer.changeMinutes, 6);
  expect(answer.jobs.map((one) => one.changeMinutes)).toEqual(before);
  for (const seat of answer.seats) if (seat.change) expect(seat.change.moves.length).toBeGreaterThan(0);
});
