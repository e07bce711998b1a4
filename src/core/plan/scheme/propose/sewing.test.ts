import { describe, expect, test } from 'vitest';
import { chance, type Chance } from '../../../base/chance.ts';
import { changeMinutes } from '../../../../../tests/support/plan-mip.ts';
import { randomInstance } from '../../../../../tools/made/plans/plan-instances.ts';
import type { PlanProblem } from '../../../../engines/planner/problem/problem.ts';
import { mixOf, type Mix } from './mix.ts';
import { Sewing, sewFrom, type Laid, type SewnMinutes } from './sewing.ts';

/** What lives on a position, by name. */
interface Home {
  needle: string | null;
  thread: string | null;
  isBlock: boolean;
  weight: string | null;
}

/** Every way to put `left` things on different places of the first `places`. */
function* ways(left: number, places: readonly number[]): Generator<number[]> {
  if (left === 0) yield [];
  else
    for (const place of places)
      for (const rest of ways(
        left - 1,
        places.filter((other) => other !== place),
      ))
        yield [place, ...rest];
}

interface Sits {
  needle: string | null;
  thread: string | null;
  usedAt: number;
}
interface State {
  head: readonly Sits[];
  told: SewnMinutes;
}
type Request = PlanProblem['jobs'][number]['requests'][number];

/**
 * The operator of the docstring written down anew, on names and by trying every way to seat a job's threads: what sits there with its
 * best needle stays; the rest goes where it costs least together, a broken block at its price, a colour given away from its home at half a
 * tie-on times the share of jobs that ask for it, of equals onto what has rested longest, then by needle and thread in the mix's order.
 * All that it may come to: two threads may change places at no difference, and what follows may hang on that.
 */
function byHand(problem: PlanProblem, mix: Mix, homes: readonly Home[], price: number): SewnMinutes[] {
  const heads = problem.positions[0]!.now.length;
  const share = (thread: string) =>
    problem.jobs.filter(({ requests }) => requests.some((request) => request.thread === thread)).length /
    problem.jobs.length;
  const breaks = (place: number, thread: string, needle: string) => {
    const { isBlock, needle: own, weight } = homes[place]!;
    return isBlock && (needle !== own || (weight !== null && weight !== problem.classes[thread]));
  };
  const wayOn = (head: readonly Sits[], place: number, { thread, needles }: Request) => {
    const sits = head[place]!;
    const best = Math.min(...needles.map(({ penalty }) => penalty));
    const rank = (needle: string, penalty: number) =>
      needle === sits.needle ? 0 : penalty === best ? 1 : needle === homes[place]!.needle ? 2 : 3;
    return needles
      .map(({ needle, penalty }) => {
        const minutes = heads * changeMinutes(problem, sits, { needle, thread });
        const isBroken = breaks(place, thread, needle);
        const cost = minutes + penalty + (isBroken ? price : 0);
        return { place, thread, needle, penalty, minutes, isBroken, cost };
      })
      .sort((a, b) => a.cost - b.cost || rank(a.needle, a.penalty) - rank(b.needle, b.penalty))[0]!;
  };
  const little = (head: readonly Sits[], place: number, thread: string) => {
    const sits = head[place]!;
    const gives = sits.thread !== null && sits.thread === homes[place]!.thread && sits.thread !== thread;
    return (
      (gives ? 0.5 * heads * problem.minutes.tieOn * share(sits.thread!) : 0) +
      (1e-4 / problem.jobs.length) * sits.usedAt +
      1e-7 * mix.needles.indexOf(sits.needle ?? '') +
      1e-9 * mix.threads.indexOf(sits.thread ?? '')
    );
  };
  const after = (state: State, requests: readonly Request[], job: number): State[] => {
    const head = [...state.head];
    const taken = new Set<number>();
    const left = requests.filter(({ thread, needles }) => {
      const place = head.findIndex(
        (sits, at) =>
          !taken.has(at) &&
          sits.thread === thread &&
          needles.some(({ needle, penalty }) => penalty === 0 && needle === sits.needle) &&
          !breaks(at, thread, sits.needle!),
      );
      if (place === -1) return true;
      taken.add(place);
      head[place] = { ...head[place]!, usedAt: job };
      return false;
    });
    const free = head.flatMap((_sits, place) => (taken.has(place) ? [] : [place]));
    const all = [...ways(left.length, free)].map((places) => {
      const seats = places.map((place, index) => wayOn(head, place, left[index]!));
      const cost = seats.reduce((sum, seat) => sum + seat.cost + little(head, seat.place, seat.thread), 0);
      return { cost, seats };
    });
    const least = Math.min(...all.map(({ cost }) => cost));
    return all
      .filter(({ cost }) => cost < least + 1e-10)
      .map(({ seats }) => ({
        head: head.map((sits, place) => {
          const seat = seats.find((one) => one.place === place);
          return seat ? { needle: seat.needle, thread: seat.thread, usedAt: job } : sits;
        }),
        told: {
          changes: seats.reduce((sum, { minutes }) => sum + minutes, state.told.changes),
          penalties: seats.reduce((sum, { penalty }) => sum + penalty, state.told.penalties),
          broken: seats.reduce((sum, { isBroken }) => sum + Number(isBroken), state.told.broken),
        },
      }));
  };
  let states: State[] = [
    {
      head: homes.map(({ needle, thread }) => ({ needle, thread, usedAt: -1 })),
      told: { changes: 0, penalties: 0, broken: 0 },
    },
  ];
  problem.jobs.forEach(({ requests }, job) => {
    const next = states.flatMap((state) => after(state, requests, job));
    states = [...new Map(next.map((state) => [JSON.stringify(state), state])).values()];
  });
  return states.map(({ told }) => told);
}

/** Homes by chance: blocks with a needle and a weight or any, positions that are no block, open and bare ones. */
function anyHomes(luck: Chance, problem: PlanProblem, mix: Mix): Home[] {
  return problem.positions.map((): Home => {
    const thread = luck.next() < 0.8 ? luck.pick(mix.threads) : null;
    const isBlock = luck.next() < 0.7;
    return {
      needle: isBlock || luck.next() < 0.8 ? luck.pick(mix.needles) : null,
      thread,
      isBlock,
      weight: isBlock && luck.next() < 0.7 ? luck.pick(mix.weights) : null,
    };
  });
}
const laidOf = (mix: Mix, homes: readonly Home[]): Laid[] =>
  homes.map(({ needle, thread, isBlock, weight }) => ({
    needle: mix.needles.indexOf(needle ?? ''),
    thread: mix.threads.indexOf(thread ?? ''),
    isBlock,
    weight: mix.weights.indexOf(weight ?? 'none'),
  }));

describe('what a mix costs from a head laid out so', () => {
  test.each([
    ['no price on a block', 0, {}],
    ['a price of 5 minutes, one needle each', 5, { acceptable: 1 }],
    ['a price of 5 minutes, several needles, three heads', 5, { acceptable: 3, heads: 3 }],
    ['a price above any change', 1000, { acceptable: 2 }],
  ] as const)('%s: the same as by hand, for 100 heads', (_name, price, more) => {
    const luck = chance(20261129);
    let decided = 0;
    for (let seed = 1; seed <= 100; seed++) {
      const problem = randomInstance({ ...usual, ...more, seed: seed + 400 });
      const mix = mixOf(problem);
      const homes = anyHomes(luck, problem, mix);
      const hand = byHand(problem, mix, homes, price);
      if (hand.length === 1) decided++;
      expect(hand, `seed ${seed}`).toContainEqual(sewFrom(mix, laidOf(mix, homes), price));
    }
    expect(decided).toBeGreaterThan(25);
  });
  test('over the limit it is broken off before the next job; what it came to is told', () => {
    const problem = randomInstance({ ...usual, seed: 77 });
    const mix = mixOf(problem);
    const bare = Array.from({ length: 6 }, (): Laid => ({
      needle: -1,
      thread: -1,
      isBlock: false,
      weight: -1,
    }));
    const sums = problem.jobs.map((_job, at) => {
      const upTo = { ...problem, jobs: problem.jobs.slice(0, at + 1) };
      // The share of jobs that ask for a colour is the whole mix's: from a bare head none is given away.
      const { changes, penalties } = sewFrom(mixOf(upTo), bare, 0);
      return changes + penalties;
    });
    const sewing = new Sewing(mix, 6);
    const worth = (limit: number) => {
      const { changes, penalties } = sewing.run(bare, 0, limit);
      return changes + penalties;
    };
    expect(worth(sums[1]!)).toBeCloseTo(
      sums.find((sum) => sum > sums[1]!)!,
      6,
    );
    expect(worth(sums[1]! - 0.1)).toBeCloseTo(sums[1]!, 6);
    expect(worth(Infinity)).toBeCloseTo(sums.at(-1)!, 6);
  });
});

const usual = { jobs: 7, perJob: 4, positions: 6, threads: 8, needles: 3, acceptable: 2 };
