import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { permutations } from '../../../../tests/support/permutations.ts';
import { planFixedOrder } from '../seating/fixed-order.ts';
import { modelOf } from '../model/model.ts';
import { changesBefore } from './late-orders.ts';
import { planOrder } from './order.ts';
import { costed, latenessCost } from './lateness.ts';
import { PairSearch } from './pair-search.ts';
import { Precedence } from './precedence.ts';
import { contradictions, type Sitting } from './sittings.ts';

describe('which job comes before which', () => {
  test('what comes before what comes before is before', () => {
    const known = new Precedence(5);
    known.add(0, 1);
    known.add(2, 3);
    known.add(1, 2);
    expect(known.has(0, 3)).toBe(true);
    expect(known.isOpen(0, 4)).toBe(true);
    expect(known.isOpen(3, 0)).toBe(false);
  });
  test('taken back it is as it was, whatever was decided', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { maxLength: 12 }), (pairs) => {
        const known = new Precedence(6);
        const all = () => Array.from({ length: 36 }, (_, at) => known.has(Math.floor(at / 6), at % 6));
        const done: { before: boolean[]; fresh: number[] }[] = [];
        for (const [a, b] of pairs) {
          if (!known.isOpen(a, b)) continue;
          done.push({ before: all(), fresh: known.add(a, b) });
          expect(known.has(b, a)).toBe(false);
        }
        const order = known.order([5, 4, 3, 2, 1, 0]);
        expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5]);
        order.forEach((later, at) => {
          for (const earlier of order.slice(0, at)) expect(known.has(later, earlier)).toBe(false);
        });
        for (const { before, fresh } of done.reverse()) {
          known.undo(fresh);
          expect(all()).toEqual(before);
        }
      }),
    ));
});

describe('seats that follow one another', () => {
  const seat = (jobs: number[], next: Sitting | null = null): Sitting => ({ jobs, next });
  test('seats that no order stands against give one, near to the one preferred', () => {
    const seats = [seat([0, 2], seat([1])), seat([3])];
    expect(contradictions(seats, new Precedence(4), [3, 2, 1, 0])).toMatchObject({
      pairs: [],
      order: [3, 2, 0, 1],
    });
  });
  test('two that want each other’s jobs first leave a pair to decide', () => {
    const seats = [seat([0], seat([1])), seat([1], seat([0]))];
    expect(contradictions(seats, new Precedence(2), [0, 1]).pairs).toHaveLength(1);
  });
  test('a job on both of two seats in a row: the jobs where they touch are decided', () => {
    const { pairs } = contradictions([seat([1, 3], seat([2, 3]))], new Precedence(4), [0, 1, 2, 3]);
    expect(pairs[0]).toEqual([3, 2]);
  });
  test('what was decided counts against the seats', () => {
    const known = new Precedence(3);
    known.add(1, 0);
    expect(contradictions([seat([0, 2], seat([1]))], known, [1, 0, 2]).pairs).toEqual([[2, 1]]);
  });
});

const asked = fc.record({
  seed: fc.integer({ min: 1, max: 100_000 }),
  jobs: fc.integer({ min: 2, max: 4 }),
  perJob: fc.integer({ min: 1, max: 3 }),
  positions: fc.integer({ min: 4, max: 6 }),
  threads: fc.constant(6),
  needles: fc.constant(3),
  acceptable: fc.integer({ min: 1, max: 3 }),
  bare: fc.integer({ min: 0, max: 1 }),
  heads: fc.integer({ min: 1, max: 2 }),
});

describe('pairs of jobs decided one by one', () => {
  test('the bound without any decided is never above the best order', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const problem = randomInstance(one);
        const model = modelOf(problem);
        const best = Math.min(
          ...permutations(problem.jobs).map((jobs) => planFixedOrder(modelOf({ ...problem, jobs })).minutes),
        );
        const search: PairSearch = new PairSearch(model, {
          ...{
            frozen: [],
            prefer: problem.jobs.map((_, index) => index),
            prices: new Float64Array(model.code.length),
          },
          ...{
            closes: () => false,
            best: () => best + 1,
            evaluate: () => undefined,
            late: () => ({ cost: 0, order: null }),
          },
          mayGoOn: () => search.nodes < 1,
        });
        expect(Math.min(search.run(), search.unsearched)).toBeLessThanOrEqual(best + 1e-6);
      }),
      { numRuns: 60 },
    ));
  test('as good as every order tried, with due times too', () =>
    fc.assert(
      fc.property(
        asked,
        fc.array(fc.integer({ min: 20, max: 200 }), { minLength: 4, maxLength: 4 }),
        (one, due) => {
          const made = randomInstance(one);
          const problem = {
            ...made,
            jobs: made.jobs.map((job, index) => ({ ...job, sewMinutes: 30, due: due[index]! })),
          };
          const least = Math.min(
            ...permutations(problem.jobs).map((jobs) => {
              const model = modelOf({ ...problem, jobs });
              const plan = planFixedOrder(model);
              return plan.minutes + latenessCost(jobs, changesBefore(model, plan), costed);
            }),
          );
          const found = planOrder(problem);
          // Of plans with the same minutes another may change earlier: then it is late by less or more, by minutes.
          expect(found.bound).toBeLessThanOrEqual(least + 1e-6);
          if (found.proven) expect(found.cost).toBeLessThanOrEqual(least + 1e-6);
        },
      ),
      { numRuns: 40 },
    ));
  test('two jobs that ask the same: as good as every order tried, however they are due', () =>
    fc.assert(
      fc.property(
        asked,
        fc.array(fc.tuple(fc.integer({ min: 10, max: 60 }), fc.option(fc.integer({ min: 20, max: 200 }))), {
          minLength: 4,
          maxLength: 4,
        }),
        (one, times) => {
          const made = randomInstance({ ...one, jobs: 4 });
          const [first, second, third] = made.jobs;
          const jobs = [first!, second!, { ...first!, id: 'again' }, third!].map((job, index) => ({
            ...job,
            sewMinutes: times[index]![0],
            due: times[index]![1],
          }));
          const problem = { ...made, jobs };
          const bare = { ...problem, jobs: jobs.map((job) => ({ ...job, due: null })) };
          const least = (those: typeof problem) =>
            Math.min(
              ...permutations(those.jobs).map((order) => {
                const model = modelOf({ ...those, jobs: order });
                const plan = planFixedOrder(model);
                return plan.minutes + latenessCost(order, changesBefore(model, plan), costed);
              }),
            );
          expect(planOrder(bare).cost).toBeCloseTo(least(bare), 6);
          const found = planOrder(problem);
          expect(found.bound).toBeLessThanOrEqual(least(problem) + 1e-6);
          if (found.proven) expect(found.cost).toBeLessThanOrEqual(least(problem) + 1e-6);
        },
      ),
      { numRuns: 40 },
    ));
});

test('steps of multipliers that run away are taken back, so that the bound stays exact', () => {
  // This head made them run to 10^18, and the assignment lost its minutes in the digits.
  const problem = randomInstance({
    ...{ seed: 9295, jobs: 4, perJob: 3, positions: 5, threads: 6, needles: 3, acceptable: 2 },
    ...{ pins: 1, heads: 1, bare: 1 },
  });
  const best = Math.min(
    ...permutations(problem.jobs).map((jobs) => planFixedOrder(modelOf({ ...problem, jobs })).minutes),
  );
  const found = planOrder(problem);
  expect(found.cost).toBeCloseTo(best, 6);
  expect(found.bound).toBeCloseTo(best, 6);
});
