import type { Band } from '../targets.ts';
import { costAt, leastWeight } from './belief/after-turn.ts';
import { byScrew, type Row } from './belief/rows.ts';
import type { CaseBelief } from './belief/screw.ts';
import { springs, type Spring } from './belief/spring.ts';

/** Where the next reading is thought of, in deviations about what is expected of it. */
const thoughtOf = [-2, -1.2, -0.6, 0, 0.6, 1.2, 2] as const;

/**
 * Seconds that one more reading saves, if it comes first: what the best choice comes to now, less what the best one comes to after each reading that may come, on
 * average; 0 where no reading would change the choice. `turns`: those that may be chosen, eighths to the right, 0 to leave it. Source: the expected value of sample
 * information, Raiffa and Schlaifer, “Applied Statistical Decision Theory”, 1961, chapter 4.
 */
export function valueOfAnotherPull(belief: CaseBelief, turns: readonly number[], band: Band): number {
  const screws = belief.rows.flatMap((each, which) => screwsOf(each, springs[which]!));
  const readings = readingsToCome(screws);
  const now = turns.map(() => 0);
  let [then, all] = [0, 0];
  const costs = screws.map((screw) =>
    turns.map((eighths) => costAt(screw, { ...belief, eighths, band }, screw.from, screw.until)),
  );
  for (const grams of readings) {
    const after = turns.map(() => 0);
    screws.forEach((screw, index) => {
      const fits = fitting(screw, grams);
      for (let at = 0; at < fits.length; at++) all += fits[at]!;
      costs[index]!.forEach((cost, turn) => {
        let sum = 0;
        for (let at = 0; at < fits.length; at++) sum += fits[at]! * cost[at]!;
        after[turn]! += sum;
      });
    });
    then += Math.min(...after);
    after.forEach((cost, turn) => (now[turn]! += cost));
  }
  return all === 0 ? 0 : Math.max(0, (Math.min(...now) - then) / all);
}

/** One screw that the case may have, with its rows by the gauge's noise, and where on the grid they weigh anything. */
interface Screw {
  law: Spring;
  slope: number;
  play: number;
  rows: Row[];
  from: number;
  until: number;
}

const screwsOf = (rows: readonly Row[], law: Spring): Screw[] =>
  byScrew(rows).flatMap((each): Screw[] => {
    const { slope, play } = each[0]!;
    const isThoughtOf = (weight: number) => weight > leastWeight;
    const thought = each.filter(({ weights }) => weights.some(isThoughtOf));
    if (thought.length === 0) return [];
    const from = Math.min(...thought.map(({ weights }) => weights.findIndex(isThoughtOf)));
    const last = Math.max(...thought.map(({ weights }) => weights.findLastIndex(isThoughtOf)));
    return [{ law, slope, play, rows: thought, from, until: last + 1 }];
  });

/** Grams that the next reading may be, spread evenly about what is expected of it. */
function readingsToCome(screws: readonly Screw[]): number[] {
  let [all, sum, square, noises] = [0, 0, 0, 0];
  for (const { law, rows, from, until } of screws)
    for (const { weights, noise } of rows)
      for (let at = from; at < until; at++) {
        const weight = weights[at]!;
        const grams = law.grams(law.from + at * law.step);
        all += weight;
        sum += weight * grams;
        square += weight * grams ** 2;
        noises += weight * noise ** 2;
      }
  if (all === 0) return [];
  const mean = sum / all;
  const sd = Math.sqrt(Math.max(0, square / all - mean ** 2) + noises / all);
  return thoughtOf.map((off) => mean + off * sd);
}

/** How well each tension would fit a reading, with how likely it is: of all noises together. A slip of the hand is not thought of. */
function fitting({ law, rows, from, until }: Screw, grams: number): Float64Array {
  const fits = new Float64Array(until - from);
  for (let at = from; at < until; at++) {
    const off = grams - law.grams(law.from + at * law.step);
    for (const { weights, noise } of rows)
      fits[at - from] = fits[at - from]! + (weights[at]! * Math.exp(-((off / noise) ** 2) / 2)) / noise;
  }
  return fits;
}
