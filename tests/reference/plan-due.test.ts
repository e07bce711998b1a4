import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { defaultMinutes } from '../../src/engines/planner/problem/minutes.ts';
import type { PlanJob, PlanPosition, PlanProblem } from '../../src/engines/planner/problem/problem.ts';
import { runPlan } from '../../src/engines/planner/run.ts';
import { casesTried } from '../support/cases-tried.ts';
import { everyWay } from '../support/plan-every-way.ts';

const job = (id: string, thread: string, sewMinutes: number, due: number | null): PlanJob => ({
  ...{ id, name: id, sewMinutes, due },
  requests: [{ thread, needles: [{ needle: '75', penalty: 0 }], stops: [1], stitches: 0 }],
});
const place = (
  position: number,
  needle: string | null,
  thread: string | null,
  use: PlanPosition['use'] = 'free',
) => ({
  ...{ position, use, sewn: 0 },
  now: [{ needle, thread }],
});

/** A small head with everything a workshop may ask: several needles, locks, pins, odd minutes, due times. */
const heads = fc
  .record({
    positions: fc.array(
      fc.record({
        needle: fc.constantFrom('75', '80', '65'),
        thread: fc.constantFrom('x', 'y', 'z', null),
        use: fc.constantFrom<PlanPosition['use'][]>('free', 'free', 'free', 'locked', 'pinned'),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    jobs: fc.array(
      fc.record({
        threads: fc.uniqueArray(fc.constantFrom('x', 'y', 'z', 'w'), { minLength: 1, maxLength: 2 }),
        needles: fc.uniqueArray(fc.constantFrom('75', '80', '65'), { minLength: 1, maxLength: 2 }),
        penalty: fc.constantFrom(0, 0.5, 2, 3.25),
        sewMinutes: fc.constantFrom(0, 5, 10, 14, 7.5, 33.3),
        due: fc.constantFrom(null, 0, 10, 20.5, 45),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    minutes: fc.constantFrom(
      defaultMinutes,
      { tieOn: 5, rethread: 5, reeye: 5, needle: 5, retension: 5 },
      { tieOn: 1, rethread: 2.5, reeye: 1.5, needle: 2, retension: 5 },
      // A tie-on that takes longer than to change the needle twice.
      { tieOn: 60, rethread: 10, reeye: 1, needle: 1, retension: 1 },
    ),
    perMinute: fc.constantFrom(0, 0.1, 1, 3, 1000),
  })
  .map(({ positions, jobs, minutes, perMinute }) => {
    const problem: PlanProblem = {
      positions: positions.map((position, index) =>
        place(index + 1, position.needle, position.thread, position.use),
      ),
      jobs: jobs.map((one, index) => ({
        ...{ id: `j${index}`, name: `Job ${index}`, sewMinutes: one.sewMinutes, due: one.due },
        requests: one.threads.map((thread, stop) => ({
          ...{ thread, stops: [stop + 1], stitches: 0 },
          needles: one.needles.map((needle, second) => ({ needle, penalty: second * one.penalty })),
        })),
      })),
      classes: { x: '40', y: '40', z: '60', w: '60' },
      minutes,
    };
    return { problem, perMinute };
  });

describe('orders with due times, held against every way there is', () => {
  test('a short job first when both are late: 34, not 38', () => {
    const problem: PlanProblem = {
      positions: [place(1, '75', 'x')],
      jobs: [job('long', 'x', 14, 0), job('short', 'x', 10, 0)],
      classes: { x: '40' },
      minutes: { tieOn: 5, rethread: 5, reeye: 5, needle: 5, retension: 5 },
    };
    const found = runPlan({ problem, freeOrder: true });
    expect(found.cost).toBe(34);
    expect(everyWay(problem, 1)).toBe(34);
    const slight = runPlan({
      problem: { ...problem, minutes: defaultMinutes },
      freeOrder: true,
      lateness: { perMinute: 0.1 },
    });
    expect(slight.cost).toBeCloseTo(3.4, 9);
  });

  test('on random small heads: never below it, never a bound above it, and what is called proven is it', () => {
    let proven = 0;
    let planned = 0;
    fc.assert(
      fc.property(heads, ({ problem, perMinute }) => {
        const least = everyWay(problem, perMinute);
        let found;
        try {
          found = runPlan({ problem, freeOrder: true, lateness: { perMinute } });
        } catch (error) {
          // More threads than positions, or none that may take them: then no way was found by trying all either.
          expect(least, (error as Error).message).toBe(Infinity);
          return;
        }
        if (found.shared.length > 0) return;
        planned++;
        expect(found.cost).toBeGreaterThanOrEqual(least - 1e-6);
        expect(found.bound).toBeLessThanOrEqual(least + 1e-6);
        if (!found.proven) return;
        proven++;
        expect(found.cost).toBeCloseTo(least, 5);
      }),
      { numRuns: casesTried(400), seed: 20261126 },
    );
    // Near half are proven; those where changing delays what is late, as it does with dues like these, are not, and say so.
    expect(planned).toBeGreaterThan(0.46 * casesTried(400));
    expect(proven).toBeGreaterThan(0.4 * planned);
  });
});
