import { describe, expect, test } from 'vitest';
import { chance } from '../../../core/base/chance.ts';
import { changeMinutes } from '../../../../tests/support/plan-mip.ts';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { isUsable, type PlanProblem } from '../problem/problem.ts';
import { forbidden, modelOf } from '../model/model.ts';
import { LookAhead } from './look-ahead.ts';

/**
 * The same operator written down anew, on names instead of numbers: threads that sit already with a needle that will do stay;
 * then every other goes where it costs least, and where that is the same on several positions, onto the one whose thread is needed last.
 */
function byHand(problem: PlanProblem, order: readonly number[]): { total: number; before: number[] } | null {
  const head = problem.positions.filter(isUsable).map(({ use, now }) => ({ use, now: [...now] }));
  const jobs = order.map((index) => problem.jobs[index]!);
  const nextNeed = (thread: string | null, after: number) => {
    const found = jobs.findIndex(
      (job, at) => at > after && job.requests.some((request) => request.thread === thread),
    );
    return found === -1 ? Infinity : found;
  };
  let total = 0;
  const before: number[] = [];
  jobs.forEach((job, at) => {
    const taken = new Set<number>();
    const seated = new Set<string>();
    let changing = 0;
    const priceOf = (place: number, thread: string, needle: string): number => {
      const { use, now } = head[place]!;
      if (use !== 'free' && now[0]!.needle !== needle) return Infinity;
      if (use === 'pinned' && now[0]!.thread !== thread) return Infinity;
      return now.reduce((sum, state) => sum + changeMinutes(problem, state, { needle, thread }), 0);
    };
    const put = (place: number, thread: string, needle: string) => {
      head[place]!.now.fill({ needle, thread });
      taken.add(place);
      seated.add(thread);
    };
    for (const { thread, needles } of job.requests) {
      const stays = head.flatMap(({ now }, place) =>
        now[0]!.thread === thread && !taken.has(place)
          ? needles
              .filter(({ needle }) => priceOf(place, thread, needle) === 0)
              .map(({ needle, penalty }) => ({ place, needle, penalty }))
          : [],
      );
      const least = stays.sort((a, b) => a.penalty - b.penalty)[0];
      if (!least) continue;
      put(least.place, thread, least.needle);
      total += least.penalty;
    }
    // A thread that this job sews is of use again when the next job needs it; one that it has yet to put on, now.
    const needed = (thread: string | null) => (thread === null ? Infinity : nextNeed(thread, at));
    for (const { thread, needles } of job.requests) {
      if (seated.has(thread)) continue;
      const ways = head.flatMap(({ now }, place) =>
        taken.has(place)
          ? []
          : needles.map(({ needle, penalty }) => {
              const minutes = priceOf(place, thread, needle);
              return { place, needle, minutes, cost: minutes + penalty, last: needed(now[0]!.thread) };
            }),
      );
      const best = ways.sort((a, b) => a.cost - b.cost || (b.last === a.last ? 0 : b.last - a.last))[0];
      if (!best || best.cost === Infinity) return;
      put(best.place, thread, best.needle);
      total += best.cost;
      changing += best.minutes;
    }
    before.push(changing);
    if (seated.size < job.requests.length) total = Infinity;
  });
  return total === Infinity ? null : { total, before };
}

const usual = { jobs: 7, perJob: 4, positions: 6, threads: 10, needles: 3, acceptable: 1 };

describe('what an order costs an operator who looks ahead', () => {
  test.each([
    ['free heads', {}],
    ['several needles will do, some positions are bare', { acceptable: 3, bare: 2 }],
    ['pins, locks and reserved positions', { acceptable: 3, pins: 1, locks: 2, reserved: 1, positions: 8 }],
    ['three heads that differ', { acceptable: 2, heads: 3 }],
  ] as const)('%s: the same as by hand, for 150 heads and orders', (_name, more) => {
    const luck = chance(20261128);
    let possible = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const problem = randomInstance({
        ...usual,
        ...more,
        seed: seed + 7000,
      });
      const model = modelOf(problem);
      const look = new LookAhead(model);
      // One measure after another: what the last order left behind must not matter.
      for (let round = 0; round < 2; round++) {
        const order = problem.jobs
          .map((_job, index) => ({ index, by: luck.next() }))
          .sort((a, b) => a.by - b.by)
          .map(({ index }) => index);
        const hand = byHand(problem, order);
        const measured = look.measure(order);
        if (!hand) expect(measured, `seed ${seed}`).toBeGreaterThanOrEqual(forbidden);
        else {
          expect(measured, `seed ${seed}`).toBeCloseTo(hand.total, 9);
          expect([...look.before], `seed ${seed}`).toEqual(hand.before);
          possible++;
        }
      }
    }
    expect(possible).toBeGreaterThan(100);
  });
});
