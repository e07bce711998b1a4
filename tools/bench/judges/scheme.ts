import { chance } from '../../../src/core/base/chance.ts';
import {
  planFixedOrder,
  modelOf,
  describePlan,
  type PlanJob,
  type PlanProblem,
} from '../../../src/engines/planner/index.ts';
import {
  candidatesOf,
  laidOf,
  oddSeats,
  type SeatChoice,
} from '../../../src/core/plan/scheme/propose/choose-seats.ts';
import { mixOf, type Mix } from '../../../src/core/plan/scheme/propose/mix.ts';
import { proposeScheme } from '../../../src/core/plan/scheme/propose/propose.ts';
import { homesOf, type Scheme } from '../../../src/core/plan/blocks/scheme.ts';
import { Sewing, sewFrom, type Laid } from '../../../src/core/plan/scheme/propose/sewing.ts';
import { middlingNeedle } from '../../../src/core/plan/scheme/propose/shares.ts';
import { inventedShops, tarnsideAsItCame } from '../../made/plans/scheme-shops.ts';
import { tarnside, weeksOf, type Shop } from '../../made/plans/scheme-weeks.ts';

/**
 * What a proposed scheme saves, over four weeks of a shop's jobs: proposed from the four weeks before (seed 1) and judged on the
 * four after (seed 2), and on the very weeks it was proposed for. npm run bench:scheme [random schemes]
 */
const randomSchemes = Number(process.argv[2] ?? 2000);
const price = 5;
const percent = (now: number, then: number) => `${Math.round(100 * (1 - then / now))} % fewer`;

/** A scheme's seats by another mix's numbers. */
const laidIn = (mix: Mix, scheme: Scheme): Laid[] =>
  homesOf(scheme).map(({ needle, thread, block }) => ({
    needle: mix.needles.indexOf(needle ?? ''),
    thread: thread === null ? -1 : mix.threads.indexOf(thread),
    isBlock: block.use === 'work',
    weight: block.weight === null ? -1 : mix.weights.indexOf(block.weight),
  }));
const asItIs = (mix: Mix, problem: PlanProblem): Laid[] =>
  problem.positions.map(({ now }) => ({
    needle: mix.needles.indexOf(now[0]!.needle ?? ''),
    thread: mix.threads.indexOf(now[0]!.thread ?? ''),
    isBlock: false,
    weight: -1,
  }));

/** Week by week with the planner, each from the head that the week before left. */
function planned(problem: PlanProblem, jobsAWeek: number): number {
  let positions = problem.positions;
  let minutes = 0;
  for (let from = 0; from < problem.jobs.length; from += jobsAWeek) {
    const jobs: PlanJob[] = problem.jobs.slice(from, from + jobsAWeek);
    const model = modelOf({ ...problem, positions, jobs });
    const answer = describePlan(model, planFixedOrder(model, { work: 400 }));
    minutes += answer.changeMinutes;
    positions = positions.map((place) => {
      const last = answer.seats.filter((seat) => seat.position === place.position).at(-1);
      return last
        ? { ...place, now: place.now.map(() => ({ needle: last.needle, thread: last.thread })) }
        : place;
    });
  }
  return minutes;
}

const onScheme = (problem: PlanProblem, scheme: Scheme): PlanProblem => {
  const homes = new Map(homesOf(scheme).map((home) => [home.position, home]));
  return {
    ...problem,
    breaking: price,
    positions: problem.positions.map((place): PlanProblem['positions'][number] => {
      const home = homes.get(place.position);
      if (!home) return place;
      return {
        ...place,
        now: [{ needle: home.needle, thread: home.thread ?? null }],
        block: home.block.use === 'work' ? { needle: home.needle, weight: home.block.weight } : null,
      };
    }),
  };
};

/** The best of many random schemes, by minutes of changing and of care for second-best needles: each bettered by exchanging seats at random, the best of them until nothing is gained. */
function bestOfRandom(mix: Mix, places: number, fixed: readonly SeatChoice[]): number {
  const luck = chance(7);
  const candidates = candidatesOf(mix);
  const odd = oddSeats(middlingNeedle(mix), 1);
  const sewing = new Sewing(mix, places);
  const laid = (seats: readonly SeatChoice[]) => [...seats.map((seat) => laidOf(mix, seat)), ...odd];
  const minutes = (seats: readonly SeatChoice[]) => {
    const { changes, penalties } = sewing.run(laid(seats), price);
    return changes + penalties;
  };
  const bettered = (seats: readonly SeatChoice[], tries: number) => {
    let best = [...seats];
    let least = minutes(best);
    for (let count = 0; count < tries; count++) {
      const next = [...best];
      next[Math.floor(luck.between(fixed.length, next.length))] = luck.pick(candidates);
      const cost = minutes(next);
      if (cost < least) [best, least] = [next, cost];
    }
    return { seats: best, least };
  };
  const all = Array.from({ length: randomSchemes }, () =>
    bettered(
      [...fixed, ...Array.from({ length: places - 1 - fixed.length }, () => luck.pick(candidates))],
      40,
    ),
  ).sort((a, b) => a.least - b.least);
  return Math.min(...all.slice(0, 20).map(({ seats }) => bettered(seats, 1500).least));
}

function judge(shop: Shop): void {
  const before = weeksOf(shop, 4, 1);
  const after = weeksOf(shop, 4, 2);
  const began = performance.now();
  const proposed = proposeScheme({ ...before, odd: 1, price });
  const ms = performance.now() - began;
  const mine = mixOf(before.problem, before.about);
  const next = mixOf(after.problem, after.about);
  const now = sewFrom(mine, asItIs(mine, before.problem), 0).changes;
  const { changes: then, penalties: care } = sewFrom(mine, laidIn(mine, proposed.scheme), price);
  const nowAfter = sewFrom(next, asItIs(next, after.problem), 0).changes;
  const thenAfter = sewFrom(next, laidIn(next, proposed.scheme), price).changes;
  const places = before.problem.positions.length;
  const best = bestOfRandom(mine, places, []);
  const seats = laidIn(mine, proposed.scheme).filter(({ thread }) => thread >= 0);
  const twice = seats.filter(
    (seat) =>
      seats.filter((other) => other.thread === seat.thread && other.needle === seat.needle).length > 1,
  );
  const bestTwice = bestOfRandom(mine, places, twice.slice(0, 2));
  const planNow = planned(after.problem, shop.jobsAWeek);
  const planThen = planned(onScheme(after.problem, proposed.scheme), shop.jobsAWeek);
  console.log(
    `${shop.name}: ${before.about.length} jobs in four weeks, ${mine.threads.length} threads; proposed in ${ms.toFixed(0)} ms, ${proposed.scheme.blocks.length} blocks, ${proposed.setUpMinutes} min to set up`,
  );
  console.log(
    `  these weeks, job by job: ${now} min as it came, ${then} min from the scheme (${percent(now, then)}); with care ${then + care} min, best of ${randomSchemes} random schemes ${best} min (the proposal ${(100 * ((then + care) / best - 1)).toFixed(0)} % above), of those with its busiest colour twice ${bestTwice} min (${(100 * ((then + care) / bestTwice - 1)).toFixed(0)} % above)`,
  );
  console.log(
    `  the next four weeks, job by job: ${nowAfter} min, ${thenAfter} min (${percent(nowAfter, thenAfter)}); planned week by week: ${planNow} min, ${planThen} min (${percent(planNow, planThen)})`,
  );
}

for (const shop of [tarnside, tarnsideAsItCame, ...inventedShops]) judge(shop);
