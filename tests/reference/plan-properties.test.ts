import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { describePlan } from '../../src/engines/planner/answer.ts';
import { planFixedOrder } from '../../src/engines/planner/seating/fixed-order.ts';
import { greedyPlan } from '../../src/engines/planner/seating/greedy.ts';
import { modelOf } from '../../src/engines/planner/model/model.ts';
import { planOrder } from '../../src/engines/planner/ordering/order.ts';
import { defaultMinutes } from '../../src/engines/planner/problem/minutes.ts';
import type { PlanProblem } from '../../src/engines/planner/problem/problem.ts';
import { spreadWear } from '../../src/engines/planner/model/spread.ts';
import { changeMinutes } from '../support/plan-mip.ts';
import { casesTried } from '../support/cases-tried.ts';
import { permutations } from '../support/permutations.ts';
import { anyInstance as asked, randomInstance } from '../../tools/made/plans/plan-instances.ts';

const least = (problem: PlanProblem) => planFixedOrder(modelOf(problem)).minutes;
const runs = { numRuns: casesTried(60) };

describe('the plan for a fixed order, whatever the head and the jobs', () => {
  test('every stop has one position with an acceptable needle and its own thread, and the minutes add up', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const problem = randomInstance(one);
        const model = modelOf(problem);
        const plan = planFixedOrder(model);
        checkSeats(problem, describePlan(model, spreadWear(model, plan)), plan.minutes);
      }),
      runs,
    ));
  test('one position more never costs more', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const problem = randomInstance(one);
        const more = {
          ...problem,
          positions: [
            ...problem.positions,
            {
              ...problem.positions[0]!,
              position: 20,
              now: problem.positions[0]!.now.map(() => ({ needle: null, thread: null })),
            },
          ],
        };
        expect(least(more)).toBeLessThanOrEqual(least(problem) + 1e-6);
      }),
      runs,
    ));
  test('a pin or a lock more never costs less', () =>
    fc.assert(
      fc.property(asked, fc.constantFrom('pinned' as const, 'locked' as const), (one, use) => {
        const problem = randomInstance({ ...one, heads: 1 });
        const held = {
          ...problem,
          positions: problem.positions.map((place, index) => (index === 0 ? { ...place, use } : place)),
        };
        let cost = Infinity;
        try {
          cost = least(held);
        } catch {
          // What no longer fits costs more than anything.
        }
        expect(cost).toBeGreaterThanOrEqual(least(problem) - 1e-6);
      }),
      runs,
    ));
  test('renaming threads and needles, or mirroring the head, changes nothing', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const problem = randomInstance(one);
        const name = (key: string | null) => (key === null ? null : `${key.split('').reverse().join('')}'`);
        const renamed: PlanProblem = {
          ...problem,
          classes: Object.fromEntries(
            Object.entries(problem.classes).map(([key, value]) => [name(key)!, value]),
          ),
          positions: [...problem.positions].reverse().map((place, index) => ({
            ...place,
            position: index + 1,
            now: place.now.map((state) => ({ needle: name(state.needle), thread: name(state.thread) })),
          })),
          jobs: problem.jobs.map((job) => ({
            ...job,
            requests: [...job.requests].reverse().map((request) => ({
              ...request,
              thread: name(request.thread)!,
              needles: request.needles.map((needle) => ({ ...needle, needle: name(needle.needle)! })),
            })),
          })),
        };
        expect(least(renamed)).toBeCloseTo(least(problem), 6);
      }),
      runs,
    ));
  test('an operator who looks at one job at a time never does better', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const model = modelOf(randomInstance(one));
        expect(greedyPlan(model)!.minutes).toBeGreaterThanOrEqual(planFixedOrder(model).minutes - 1e-6);
      }),
      runs,
    ));
  test('wear is spread at no cost', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const model = modelOf(randomInstance({ ...one, acceptable: 1 }));
        const plan = planFixedOrder(model);
        const spread = spreadWear(model, plan);
        expect(spread.minutes).toBeCloseTo(plan.minutes, 6);
        const worn = (chains: readonly (readonly number[])[]) =>
          chains.reduce((sum, chain, place) => {
            const sewn = chain.reduce((all, request) => {
              const node = model.nodes[request]!;
              return all + model.jobs[node.job]!.requests[node.request]!.stitches;
            }, model.places[place]!.sewn);
            return sum + sewn ** 2;
          }, 0);
        expect(worn(spread.chains)).toBeLessThanOrEqual(worn(plan.chains) + 1);
      }),
      runs,
    ));
});

/** Replays the seats at the head, change by change, with minutes reckoned anew. */
function checkSeats(problem: PlanProblem, answer: ReturnType<typeof describePlan>, minutes: number): void {
  const now = new Map(
    problem.positions.map((place) => [place.position, place.now.map((state) => ({ ...state }))]),
  );
  let total = 0;
  for (const job of problem.jobs) {
    const seats = answer.seats.filter((seat) => seat.job === job.id);
    expect(seats.flatMap((seat) => seat.stops).sort()).toEqual(
      job.requests.flatMap((request) => request.stops).sort(),
    );
    expect(new Set(seats.map((seat) => seat.position)).size).toBe(seats.length);
    for (const seat of seats) {
      const request = job.requests.find((one) => one.stops[0] === seat.stops[0])!;
      const needle = request.needles.find((one) => one.needle === seat.needle);
      expect(needle, 'an acceptable needle').toBeDefined();
      expect(seat.thread).toBe(request.thread);
      const target = { needle: seat.needle, thread: seat.thread };
      total += needle!.penalty;
      now.set(
        seat.position,
        now.get(seat.position)!.map((state) => {
          total += changeMinutes(problem, state, target);
          return target;
        }),
      );
    }
  }
  expect(total).toBeCloseTo(minutes, 6);
  expect(answer.changeMinutes + answer.penaltyMinutes).toBeCloseTo(minutes, 6);
}

describe('the order of the jobs', () => {
  test.each(Array.from({ length: 24 }, (_, index) => index + 1))(
    'instance %i: as good as trying every order',
    (seed) => {
      const problem = randomInstance({
        seed: seed + 500,
        jobs: 3 + (seed % 3),
        perJob: 3,
        positions: 4,
        threads: 6,
        needles: 2,
        acceptable: 2,
      });
      const best = Math.min(...permutations(problem.jobs).map((jobs) => least({ ...problem, jobs })));
      const found = planOrder(problem);
      expect(found.cost).toBeCloseTo(best, 6);
      expect(found.proven).toBe(true);
      expect(found.bound).toBeCloseTo(best, 6);
    },
  );
  test('six jobs, every one of the 720 orders', () => {
    for (const seed of [900, 901, 902]) {
      const problem = randomInstance({
        seed,
        jobs: 6,
        perJob: 3,
        positions: 4,
        threads: 7,
        needles: 2,
        acceptable: 1,
      });
      const best = Math.min(...permutations(problem.jobs).map((jobs) => least({ ...problem, jobs })));
      expect(planOrder(problem).cost).toBeCloseTo(best, 6);
    }
  }, 60_000);
  test('the same seed gives the same plan; frozen jobs keep their place', () => {
    const problem = randomInstance({
      seed: 77,
      jobs: 6,
      perJob: 4,
      positions: 6,
      threads: 9,
      needles: 3,
      acceptable: 2,
    });
    const [one, other] = [1, 2].map(() => planOrder(problem, { frozen: 2, seed: 5, nodes: 3000 }));
    expect(one!.order).toEqual(other!.order);
    expect(one!.order.slice(0, 2)).toEqual([0, 1]);
    expect(one!.bound).toBeLessThanOrEqual(one!.cost + 1e-9);
  });
  test('a due time moves its job forward when lateness costs more than changing', () => {
    const problem = randomInstance({
      seed: 78,
      jobs: 4,
      perJob: 3,
      positions: 6,
      threads: 9,
      needles: 2,
      acceptable: 1,
    });
    const jobs = problem.jobs.map((job, index) => ({
      ...job,
      sewMinutes: 100,
      due: index === 3 ? 130 : null,
    }));
    const found = planOrder({ ...problem, jobs }, { lateness: { perMinute: 50 } });
    expect(found.order[0]).toBe(3);
  });
  test('stopped at once, it still has a plan, and says how far it may be off', () => {
    const problem = randomInstance({
      seed: 79,
      jobs: 9,
      perJob: 5,
      positions: 8,
      threads: 14,
      needles: 3,
      acceptable: 2,
    });
    const found = planOrder(problem, { goOn: () => false });
    expect(found.order).toHaveLength(9);
    expect(found.bound).toBeLessThanOrEqual(found.cost);
  });
});

describe('uniform costs: keep the thread that is needed soonest (Tang and Denardo 1988)', () => {
  test.each(Array.from({ length: 30 }, (_, index) => index + 1))('sequence %i', (seed) => {
    const positions = 3 + (seed % 3);
    const problem = randomInstance({
      seed: seed + 3000,
      jobs: 14,
      perJob: 3,
      positions,
      threads: 9,
      needles: 1,
      acceptable: 1,
    });
    const uniform: PlanProblem = {
      ...problem,
      minutes: { ...defaultMinutes, tieOn: 1, rethread: 1, retension: 0 },
      positions: problem.positions.map((place, index) => ({
        ...place,
        now: [{ needle: 'n0', thread: `t${index}` }],
      })),
    };
    expect(least(uniform)).toBe(keepNeededSoonest(uniform, positions));
  });
});

/** Changes made when, at each job, the threads that stay are those that are needed soonest. */
function keepNeededSoonest(problem: PlanProblem, slots: number): number {
  const head = new Set(problem.positions.map((place) => place.now[0]!.thread!));
  let changes = 0;
  problem.jobs.forEach((job, at) => {
    const needed = job.requests.map((request) => request.thread);
    for (const thread of needed) {
      if (head.has(thread)) continue;
      if (head.size >= slots) {
        const next = (one: string) => {
          const found = problem.jobs.findIndex(
            (later, index) => index >= at && later.requests.some((request) => request.thread === one),
          );
          return found === -1 ? Infinity : found;
        };
        const goes = [...head].filter((one) => !needed.includes(one)).sort((a, b) => next(b) - next(a))[0]!;
        head.delete(goes);
      }
      head.add(thread);
      changes++;
    }
  });
  return changes;
}
