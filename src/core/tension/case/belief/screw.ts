import { usualScrew, type ScrewPrior } from './known-screw.ts';
import { ownRow, sumOf, turned, waited, type Row } from './rows.ts';
import { gramsRange, noises, plays, springs, type Spring } from './spring.ts';

/**
 * A case's history with one bobbin thread, oldest first: grams that were read, turns of the screw (right above 0). `days`:
 * since the reading before; left out: at once. `stitches`: what its head sewed on them; left out: as on days as usual.
 */
export type CaseStep =
  | { is: 'reading'; grams: number; days?: number; stitches?: number | undefined }
  | { is: 'turn'; turns: number; foretold?: Foretold | undefined };

/** What was said of a turn when it was made: the chance to land in the band from so many to so many grams, as it was believed, and as it was said (where a range was said, the number behind it). */
export interface Foretold {
  believed: number;
  said: number;
  from: number;
  to: number;
}

/** What is believed of a case and its screw: a weight for every law of the spring, slope, play, noise of the gauge and tension. */
export interface CaseBelief {
  /** For each law of the spring, by slope, play and noise, a row of weights over tension; all together add up to 1. */
  rows: readonly (readonly Row[])[];
  /** Grams now, the median, and its standard deviation. */
  grams: number;
  gramsSd: number;
  /** How the case answers at these grams, grams per turn to the right, and its standard deviation. */
  slope: number;
  slopeSd: number;
  /** Turns it was learnt from, and which way the last one went: 1 right, −1 left, 0 none. */
  turns: number;
  last: number;
  /** The last reading, and the chance that it was a slip of the hand; 0 and null after a turn. */
  read: number | null;
  wild: number;
  /** Readings since the last turn. */
  readings: number;
  /** The screw was turned a moment ago, and the reading after it is this one: it is being set. */
  isBeingSet: boolean;
}

/** How often a reading is a slip: from memory. Half of them lie about the true one, half anywhere. */
const slip = { chance: 0.04, about: 10, range: 120 } as const;

/** A case as far as it was followed. */
export interface Followed extends Omit<CaseBelief, 'grams' | 'gramsSd' | 'slope' | 'slopeSd'> {
  isKnown: boolean;
  prior: ScrewPrior;
  /**
   * What its rows tell apart besides the noise. Before its first turn nothing is learnt of a screw, and of its play nothing before it first turns back:
   * till then one row stands for all slopes, or all plays.
   */
  apart: 'nothing' | 'slopes' | 'plays';
}

/** A case of which nothing was read yet. */
export const newCase = (prior: ScrewPrior = usualScrew): Followed => ({
  rows: springs.map((spring, which) => beginning(spring, which, prior)),
  isKnown: false,
  prior,
  apart: 'nothing',
  turns: 0,
  last: 0,
  read: null,
  wild: 0,
  readings: 0,
  isBeingSet: false,
});

/** A reading so many days after the turn finds the case as it is, and does not set it any more. From memory. */
const setWithin = 0.5;

/** One step more of a case's history. */
export function afterStep(before: Followed, step: CaseStep): Followed {
  const { isKnown } = before;
  if (step.is === 'turn') {
    if (step.turns === 0) return before;
    // A case whose first step is a turn is not known before its first reading.
    const after = {
      ...before,
      last: Math.sign(step.turns),
      read: null,
      wild: 0,
      readings: 0,
      isBeingSet: true,
    };
    if (!isKnown) return after;
    const isBack = Math.sign(step.turns) === -before.last;
    const apart = isBack || before.apart === 'plays' ? 'plays' : 'slopes';
    const rows = toldApart(before, apart).map((each, which) =>
      turned(each, springs[which]!, step.turns, before.last),
    );
    return { ...after, rows, apart, turns: before.turns + 1 };
  }
  const rows = isKnown
    ? before.rows.map((each, which) => waited(each, springs[which]!, step.days ?? 0, step.stitches))
    : before.rows.map((each) => each.map(ownRow));
  const wild = afterReading(rows, step.grams);
  return {
    ...before,
    rows,
    isKnown: true,
    read: step.grams,
    // The first reading has nothing that it could fail to fit.
    wild: isKnown ? wild : 0,
    readings: before.readings + 1,
    isBeingSet: before.isBeingSet && (step.days ?? 0) < setWithin,
  };
}

/** What is believed of a case as far as it was followed; null: nothing was read yet. */
export function beliefOf(followed: Followed): CaseBelief | null {
  const { isKnown, turns, last, read, wild, readings, isBeingSet } = followed;
  if (!isKnown) return null;
  const rows = toldApart(followed, 'plays');
  return { rows, turns, last, read, wild, readings, isBeingSet, ...summary(rows) };
}

/**
 * Follows a case through its history, exactly on a grid: Bayes' rule at every reading, and between them the screw's turn with
 * the hand's error and its play, a slow wander, and seldom a jump. Readings may be slips. null without a reading.
 * Source: the grid filter, Arulampalam, Maskell, Gordon and Clapp, “A tutorial on particle filters”, IEEE Transactions on Signal
 * Processing 50(2), 2002, section III.B.
 */
export const followCase = (steps: readonly CaseStep[], prior?: ScrewPrior): CaseBelief | null =>
  beliefOf(steps.reduce(afterStep, newCase(prior)));

/** How likely each slope is before anything is learnt of the screw, and with it each play; not summing up to 1. */
const screws = (spring: Spring, which: number, prior: ScrewPrior) =>
  spring.slopes.map(({ slope, chance }, number) => {
    const each = plays.map(({ play, chance: ofPlay }, playNumber) => ({
      ...{ slope, play },
      chance: chance * ofPlay * prior.screws[which]![number]![playNumber]!,
    }));
    return { ...{ slope, each }, chance: allOf(each) };
  });
const allOf = (each: readonly { chance: number }[]) => each.reduce((sum, { chance }) => sum + chance, 0);

/** Before the first reading any tension is as likely as any other, by its logarithm. For each noise a row that stands for every screw. */
function beginning(spring: Spring, which: number, prior: ScrewPrior): Row[] {
  const flat = Float64Array.from({ length: spring.count }, (_, at) => {
    const here = spring.from + at * spring.step;
    return Math.log(
      spring.grams(here + spring.step / 2) / spring.grams(Math.max(0.5, here - spring.step / 2)),
    );
  });
  const all = allOf(screws(spring, which, prior));
  return noises.map(({ noise, chance }, number): Row => ({
    ...{ slope: 0, play: 0, noise },
    weights: flat.map((weight) => (weight * chance * prior.noises[number]! * all) / springs.length),
  }));
}

/** For each law of the spring a row for every slope and noise, or for every slope, play and noise, in this order. */
function toldApart(
  { rows, prior, apart }: Followed,
  wanted: 'slopes' | 'plays',
): readonly (readonly Row[])[] {
  if (apart === wanted || apart === 'plays') return rows;
  return rows.map((each, which) => {
    const known = screws(springs[which]!, which, prior);
    const all = allOf(known);
    const slopes =
      apart === 'slopes' ? each : known.flatMap((screw) => each.map((row) => partOf(row, screw, all)));
    if (wanted === 'slopes') return slopes;
    return known.flatMap((screw, number) =>
      screw.each.flatMap((play) =>
        noises.map((_, noise) => partOf(slopes[number * noises.length + noise]!, play, screw.chance)),
      ),
    );
  });
}

/** What of a row that stands for several screws is one of them. */
function partOf(
  row: Row,
  { chance, slope, play = 0 }: { slope: number; play?: number; chance: number },
  all: number,
): Row {
  const share = all === 0 ? 0 : chance / all;
  const screw = { slope, play, noise: row.noise };
  return { ...screw, weights: share < negligible ? none : timesOf(row.weights, share) };
}

/** A copy, times a number (`map` costs five times as much). */
function timesOf(weights: Float64Array, factor: number): Float64Array {
  const times = weights.slice();
  for (let at = 0; at < times.length; at++) times[at] = times[at]! * factor;
  return times;
}

/** A row of less weight in all is given up: no reading brings it back. */
const negligible = 1e-9;
const none = new Float64Array(0);

/** Weighs rows by a reading, writing over them: they must be the caller's own. Gives the chance that it was a slip. */
function afterReading(rows: readonly (readonly Row[])[], grams: number): number {
  const tables = springs.map((spring) => noises.map(({ noise }) => likelihood(spring, grams, noise)));
  let all = 0;
  let slips = 0;
  const sums = rows.map((each, which) =>
    each.map(({ weights }, index) => {
      const { fits, misses } = tables[which]![index % noises.length]!;
      let sum = 0;
      for (let at = 0; at < weights.length; at++) {
        const missed = weights[at]! * misses[at]!;
        weights[at] = weights[at]! * fits[at]! + missed;
        sum += weights[at]!;
        slips += missed;
      }
      all += sum;
      return sum;
    }),
  );
  rows.forEach((each, which) =>
    each.forEach((row, index) => {
      if (sums[which]![index]! < negligible * all) row.weights = none;
      const { weights } = row;
      for (let at = 0; at < weights.length; at++) weights[at] = weights[at]! / all;
    }),
  );
  return slips / all;
}

/** Chance density of a reading at each tension: as the gauge's noise has it, and as a slip. */
function likelihood(spring: Spring, grams: number, noise: number) {
  const fits = new Float64Array(spring.count);
  const misses = new Float64Array(spring.count);
  for (let at = 0; at < spring.count; at++) {
    const off = grams - spring.grams(spring.from + at * spring.step);
    fits[at] = ((1 - slip.chance) * Math.exp(-((off / noise) ** 2) / 2)) / noise;
    misses[at] =
      slip.chance *
      (0.5 * (Math.exp(-((off / slip.about) ** 2) / 2) / slip.about) +
        (0.5 * Math.sqrt(2 * Math.PI)) / slip.range);
  }
  return { fits, misses };
}

/** Grams and slope as they are told. */
function summary(rows: readonly (readonly Row[])[]) {
  const points: { grams: number; weight: number }[] = [];
  springs.forEach((spring, which) => {
    const all = new Float64Array(spring.count);
    for (const { weights } of rows[which]!)
      for (let at = 0; at < weights.length; at++) all[at] = all[at]! + weights[at]!;
    all.forEach((weight, at) => {
      if (weight > 1e-9) points.push({ grams: spring.grams(spring.from + at * spring.step), weight });
    });
  });
  points.sort((a, b) => a.grams - b.grams);
  const grams = middleOfPoints(points);
  const mean = points.reduce((sum, point) => sum + point.grams * point.weight, 0);
  const gramsSd = Math.sqrt(points.reduce((sum, point) => sum + point.weight * (point.grams - mean) ** 2, 0));
  let [slope, square] = [0, 0];
  rows.forEach((each, which) => {
    const times = springs[which]!.gramsPer(grams);
    for (const row of each) {
      const weight = sumOf(row.weights);
      slope += weight * row.slope * times;
      square += weight * (row.slope * times) ** 2;
    }
  });
  return { grams, gramsSd, slope, slopeSd: Math.sqrt(Math.max(0, square - slope ** 2)) };
}

/** The median of weighted points, between the two that it lies between. */
function middleOfPoints(points: readonly { grams: number; weight: number }[]): number {
  let below = 0;
  for (let at = 0; at < points.length; at++) {
    const { grams, weight } = points[at]!;
    if (below + weight >= 0.5) {
      const next = points[Math.min(points.length - 1, at + 1)]!.grams;
      const before = points[Math.max(0, at - 1)]!.grams;
      const part = (0.5 - below) / weight;
      return grams + (part - 0.5) * ((next - before) / 2);
    }
    below += weight;
  }
  return points.at(-1)?.grams ?? gramsRange.from;
}

/** Whether the last reading may well have been a slip: it is asked for once more, and nothing is made of it till then. */
export const isDoubted = ({ read, wild }: Pick<CaseBelief, 'read' | 'wild'>) =>
  read !== null && wild > doubtful;

/** The grams to show: what is believed, or what was read last while that is in doubt. Dial, label and sentence all say this. */
export const shownGrams = (belief: Pick<CaseBelief, 'read' | 'wild' | 'grams'>) =>
  isDoubted(belief) ? belief.read! : belief.grams;

/** From this chance on that it was a slip, a reading is asked for once more. From memory. */
const doubtful = 0.2;
