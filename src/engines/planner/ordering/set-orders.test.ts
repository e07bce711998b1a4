import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { permutations } from '../../../../tests/support/permutations.ts';
import { minutesLate } from './lateness.ts';
import { Precedence } from './precedence.ts';
import { SetOrders } from './set-orders.ts';

const jobOf = ([sewMinutes, due]: readonly [number, number | null], index: number) => ({
  id: `${index}`,
  name: `Job ${index}`,
  requests: [],
  sewMinutes,
  due,
});
const lateIn = (jobs: ReturnType<typeof jobOf>[], order: readonly number[]) => {
  let clock = 0;
  return order.reduce((sum, job) => sum + minutesLate(jobs[job]!, (clock += jobs[job]!.sewMinutes)), 0);
};
const jobs = fc.array(
  fc.tuple(fc.integer({ min: 0, max: 90 }), fc.option(fc.integer({ min: 1, max: 300 }))),
  { minLength: 1, maxLength: 6 },
);

describe('the order that is late least', () => {
  test('as good as every order tried that keeps what has to come before', () =>
    fc.assert(
      fc.property(jobs, fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { maxLength: 6 }), (made, pairs) => {
        const all = made.map(jobOf);
        const known = new Precedence(all.length);
        for (const [a, b] of pairs)
          if (a < all.length && b < all.length && known.isOpen(a, b)) known.add(a, b);
        const isBefore = (a: number, b: number) => known.has(a, b);
        const allowed = permutations(all.map((_, index) => index)).filter((order) =>
          order.every((later, at) => order.slice(0, at).every((earlier) => !isBefore(later, earlier))),
        );
        const found = new SetOrders(all, []).find(isBefore);
        expect(found.late).toBeCloseTo(Math.min(...allowed.map((order) => lateIn(all, order))), 9);
        expect(allowed).toContainEqual(found.order);
        expect(lateIn(all, found.order)).toBeCloseTo(found.late, 9);
      }),
      { numRuns: 200 },
    ));
  test('frozen jobs come first, as they are frozen, and count', () => {
    const all = (
      [
        [50, 10],
        [30, null],
        [20, 60],
        [10, 40],
      ] as const
    ).map(jobOf);
    const found = new SetOrders(all, [1, 0]).find(() => false);
    // Frozen: done at 30 and 80, the second 70 late. Then 10 minutes (due 40, done 90), then 20 (due 60, done 110).
    expect(found).toEqual({ late: 70 + 50 + 50, order: [1, 0, 3, 2] });
  });
});

test('one machine, total tardiness: a worked example', () => {
  // By hand: the third, then the first, then the second are late by 1, 1 and 5 minutes; the other five orders by 8 and more.
  const all = (
    [
      [4, 6],
      [5, 7],
      [3, 2],
    ] as const
  ).map(jobOf);
  const found = new SetOrders(all, []).find(() => false);
  expect(found.order).toEqual([2, 0, 1]);
  expect(found.late).toBe(1 + 1 + 5);
});
