import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyInstance, randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import type { PlanProblem } from '../../../engines/planner/problem/problem.ts';
import { runPlan } from '../../../engines/planner/run.ts';
import { keepingOf, strictPrice } from './keeping.ts';

/** The instance with its positions in two blocks, by what sits on the first and the last. */
const withBlocks = (asked: Parameters<typeof randomInstance>[0], breaking: number): PlanProblem => {
  const problem = randomInstance(asked);
  const half = Math.floor(problem.positions.length / 2);
  return {
    ...problem,
    breaking,
    positions: problem.positions.map((place, index) => {
      const { needle, thread } = problem.positions[index < half ? 0 : problem.positions.length - 1]!.now[0]!;
      return { ...place, block: { needle, weight: thread === null ? null : problem.classes[thread]! } };
    }),
  };
};
const minutes = (problem: PlanProblem) => {
  const { changeMinutes, penaltyMinutes } = runPlan({ problem });
  return changeMinutes + penaltyMinutes;
};

describe('the plan with a scheme', () => {
  test('at no price is the plan without one, seat by seat', () =>
    fc.assert(
      fc.property(anyInstance, (asked) => {
        const { seats, ...priced } = runPlan({ problem: withBlocks(asked, 0) });
        const { seats: plain, ...without } = runPlan({ problem: randomInstance(asked) });
        expect(seats).toEqual(plain);
        expect(priced).toEqual(without);
      }),
      { numRuns: 60 },
    ));
  test('costs what its changes, its care and its broken blocks cost; the dearer the price, the fewer are broken', () =>
    fc.assert(
      fc.property(anyInstance, (asked) => {
        const broken = [1, 4, 20, strictPrice].map((price) => {
          const plan = runPlan({ problem: withBlocks(asked, price) });
          const count = plan.seats.filter((seat) => seat.breaks).length;
          expect(plan.cost).toBeCloseTo(plan.changeMinutes + plan.penaltyMinutes + price * count, 6);
          return plan.proven ? count : null;
        });
        const known = broken.filter((count) => count !== null);
        expect([...known].sort((a, b) => b - a)).toEqual(known);
      }),
      { numRuns: 60 },
    ));
  test('keeps between the plan without and the plan that keeps all: what each way costs is told', () =>
    fc.assert(
      fc.property(anyInstance, (asked) => {
        const problem = withBlocks(asked, 5);
        const outcome = runPlan({ problem });
        const keeping = keepingOf(problem, outcome);
        fc.pre(outcome.proven);
        const own = outcome.changeMinutes + outcome.penaltyMinutes;
        expect(keeping.broken).toEqual(outcome.seats.filter((seat) => seat.breaks));
        expect(keeping.costs).toBeCloseTo(own - minutes({ ...problem, breaking: 0 }), 6);
        expect(keeping.saves).toBeCloseTo(minutes({ ...problem, breaking: strictPrice }) - own, 6);
        // At a price of 5 it breaks no more than pays: what it saves is worth what is paid.
        expect(keeping.saves + 1e-6).toBeGreaterThanOrEqual(5 * (keeping.broken.length - keeping.must));
      }),
      { numRuns: 40 },
    ));

  const place = (
    position: number,
    needle: string,
    thread: string,
    block: PlanProblem['positions'][number]['block'] = null,
  ) => ({
    ...{ position, use: 'free' as const, sewn: 0, block },
    now: [{ needle, thread }],
  });
  const one = (thread: string, needles: [string, number][]) => ({
    thread,
    needles: needles.map(([needle, penalty]) => ({ needle, penalty })),
    stops: [1],
    stitches: 100,
  });
  const canvas = { needle: '80', weight: 'w' };
  const problem: PlanProblem = {
    positions: [place(1, '80', 'red', canvas), place(2, '75', 'blue')],
    jobs: [
      {
        id: 'a',
        name: 'a',
        sewMinutes: 1,
        due: null,
        requests: [
          one('green', [
            ['80', 0],
            ['75', 0],
          ]),
        ],
      },
    ],
    classes: { red: 'w', blue: 'x', green: 'w' },
    minutes: defaultMinutes,
    breaking: 5,
  };
  test('the colour of a block’s own weight and needle may come and go: that breaks nothing', () =>
    expect(runPlan({ problem }).seats).toMatchObject([
      { position: 1, breaks: false, change: { moves: ['tie-on'] } },
    ]));
  test('another weight goes elsewhere while that is cheaper than the price', () => {
    const other = { ...problem, classes: { ...problem.classes, red: 'y', green: 'x' } };
    // On 2 a tie-on costs 1; on 1 a re-thread 7.5 and the price.
    expect(runPlan({ problem: other }).seats).toMatchObject([{ position: 2, breaks: false }]);
    const held = {
      ...other,
      positions: [other.positions[0]!, { ...other.positions[1]!, use: 'out-of-order' as const }],
    };
    const plan = runPlan({ problem: held });
    expect(plan.seats).toMatchObject([{ position: 1, breaks: true, penalty: 0 }]);
    expect(plan.cost).toBe(7.5 + 5);
    expect(keepingOf(held, plan)).toMatchObject({ must: 1, saves: 0, costs: 0, wouldBreak: 1 });
  });
  test('what the operator holds on a position is not broken by it', () => {
    const pinned = {
      ...problem,
      positions: [{ ...place(1, '75', 'green', canvas), use: 'pinned' as const }, problem.positions[1]!],
    };
    expect(runPlan({ problem: pinned })).toMatchObject({ cost: 0, seats: [{ position: 1, breaks: false }] });
  });
});
