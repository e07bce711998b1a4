import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { planFixedOrder } from '../seating/fixed-order.ts';
import { chance as chanceOf } from '../../../core/base/chance.ts';
import { anneal } from './local-order.ts';
import { LookAhead } from './look-ahead.ts';
import { forbidden, modelOf } from '../model/model.ts';

describe('orders tried by chance', () => {
  /** Jobs on a ring: dear to jump, so that going round it either way is best. */
  const ring = (count: number) => (order: readonly number[]) =>
    order.slice(1).reduce((sum, job, at) => {
      const apart = Math.abs(job - order[at]!);
      return sum + Math.min(apart, count - apart);
    }, 0);
  const asked = (seed: number, tries = 4000) => ({
    ...{ from: 1, chance: chanceOf(seed).next, tries, goOn: () => true, cost: ring(9) },
  });
  const mixed = [4, 8, 2, 6, 0, 7, 3, 1, 5];

  test('the best order is found where it is known', () =>
    expect(anneal(mixed, asked(1)).cost).toBe(mixed.length - 1));
  test('no job is lost, the first keep their place, and it is never worse than the start', () =>
    fc.assert(
      fc.property(fc.nat(), fc.integer({ min: 0, max: 9 }), fc.nat(200), (seed, from, tries) => {
        const { order, cost } = anneal(mixed, { ...asked(seed, tries), from });
        expect([...order].sort()).toEqual([...mixed].sort());
        expect(order.slice(0, from)).toEqual(mixed.slice(0, from));
        expect(cost).toBeLessThanOrEqual(ring(9)(mixed));
        expect(cost).toBe(ring(9)(order));
      }),
    ));
  test('the same for the same seed', () => {
    expect(anneal(mixed, asked(7, 50))).toEqual(anneal(mixed, asked(7, 50)));
    expect(anneal(mixed, asked(7, 50)).order).not.toEqual(anneal(mixed, asked(8, 50)).order);
  });
  test('stopped, it gives the best so far', () =>
    expect(anneal(mixed, { ...asked(1), goOn: () => false }).order).toEqual(mixed));
});

describe('the quick measure of an order', () => {
  const instance = fc.record({
    seed: fc.nat(1e6),
    jobs: fc.integer({ min: 2, max: 7 }),
    perJob: fc.integer({ min: 1, max: 4 }),
    positions: fc.integer({ min: 4, max: 7 }),
    threads: fc.constant(8),
    needles: fc.constant(3),
    acceptable: fc.integer({ min: 1, max: 3 }),
    bare: fc.integer({ min: 0, max: 1 }),
    heads: fc.integer({ min: 1, max: 2 }),
  });
  const asIs = (count: number) => Array.from({ length: count }, (_, index) => index);

  test('is a plan that can be sewn: never below the best, and its changes add up', () =>
    fc.assert(
      fc.property(instance, (one) => {
        const model = modelOf(randomInstance(one));
        const look = new LookAhead(model);
        const cost = look.measure(asIs(model.jobs.length));
        expect(cost).toBeLessThan(forbidden);
        expect(cost).toBeGreaterThanOrEqual(planFixedOrder(model).minutes - 1e-6);
        const changes = look.before.reduce((sum, minutes) => sum + minutes, 0);
        expect(changes).toBeLessThanOrEqual(cost + 1e-9);
        // The same again: nothing is left behind by the last one.
        expect(look.measure(asIs(model.jobs.length))).toBe(cost);
      }),
      { numRuns: 150 },
    ));
  test('one thread a job, all changes alike: keeping what is needed soonest is best (Belady 1966)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { minLength: 1, maxLength: 14 }),
        fc.integer({ min: 1, max: 4 }),
        (threads, places) => {
          const alike = { tieOn: 1, rethread: 1, reeye: 0, needle: 0, retension: 0 };
          const model = modelOf({
            positions: asIs(places).map((index) => ({
              ...{ position: index + 1, use: 'free' as const, sewn: 0 },
              now: [{ needle: 'sharp', thread: 'abcdef'[index]! }],
            })),
            jobs: threads.map((thread, index) => ({
              ...{ id: `${index}`, name: '', sewMinutes: 1, due: null },
              requests: [{ thread, needles: [{ needle: 'sharp', penalty: 0 }], stops: [1], stitches: 1 }],
            })),
            classes: Object.fromEntries([...'abcdef'].map((thread) => [thread, 'one'])),
            minutes: alike,
          });
          expect(new LookAhead(model).measure(asIs(threads.length))).toBeCloseTo(
            planFixedOrder(model).minutes,
            9,
          );
        },
      ),
      { numRuns: 200 },
    ));
});
