import { below } from '../../tension/case/belief/normal.ts';
import jStat from 'jstat';

/** Breaks and stitches of one step of time: a day. */
export interface Step {
  breaks: number;
  stitches: number;
}

export interface Change {
  /** The first step with the new rate, and the steps between which it may have been (95 in 100, by the likelihood). */
  at: number;
  from: number;
  to: number;
  /** Breaks per stitch before and after it, within what was looked at. */
  before: number;
  after: number;
  /** Chance of so great a change where the rate never changed, exactly. */
  p: number;
}

/** A rate is said to have changed where chance alone would look so in fewer than this part of all cases. */
const changedBelow = 0.01;
/** Half of the 95 % quantile of chi square: how much less likely another date may be. */
const fall = 3.841458820694124 / 2;

/**
 * Whether the rate of breaks changed, and when: of all dates the likeliest, by the likelihood ratio of one rate before and another after against
 * one all along. How rare that is by chance is exact, given the number of breaks (a bound where {@link chanceOf} says): the breaks' sum is followed step by step as
 * long as no date would have looked so telling. null without a break, with all stitches in one step, or where it is surely no rarer than `atMost`.
 * Sources: Worsley, “Confidence regions and tests for a change-point in a sequence of exponential family random variables”, Biometrika 73,
 * 1986; the chart of cumulated sums: Page, “Continuous inspection schemes”, Biometrika 41, 1954.
 */
export function likeliestChange(steps: readonly Step[], atMost = 1): Change | null {
  const sewn = steps.flatMap((step, index) =>
    step.stitches > 0 || step.breaks > 0 ? [{ ...step, index }] : [],
  );
  const breaks = sewn.reduce((sum, step) => sum + step.breaks, 0);
  const stitches = sewn.reduce((sum, step) => sum + step.stitches, 0);
  if (breaks === 0 || sewn.length < 2) return null;
  let [done, counted] = [0, 0];
  const splits = sewn.slice(0, -1).map((step) => {
    done += step.stitches;
    counted += step.breaks;
    return { share: done / stitches, counted, telling: telling(counted, breaks, done / stitches) };
  });
  const best = splits.reduce(
    (most, other, index) => (other.telling > splits[most]!.telling + 1e-12 ? index : most),
    0,
  );
  const { counted: first, share, telling: most } = splits[best]!;
  if (!(most > 0) || oneDate(most) > atMost) return null;
  const near = splits.flatMap((split, index) => (split.telling >= most - fall ? [index] : []));
  const start = (split: number) => sewn[split + 1]!.index;
  return {
    at: start(best),
    from: start(near[0]!),
    to: start(near.at(-1)!),
    before: first / (share * stitches),
    after: (breaks - first) / ((1 - share) * stitches),
    p: chanceOf(
      splits.map((split) => split.share),
      breaks,
      most,
    ),
  };
}

/** How rare it is that one given date looks so telling (its chi square): the likeliest of all is no rarer. */
const oneDate = (most: number) => 2 * below(-Math.sqrt(2 * most), 0, 1);

/** How much likelier two rates are than one, as a logarithm: `counted` of all breaks in a share of all stitches. */
function telling(counted: number, breaks: number, share: number): number {
  if (share <= 0 || share >= 1) return 0;
  const rest = breaks - counted;
  return (
    (counted === 0 ? 0 : counted * Math.log(counted / (breaks * share))) +
    (rest === 0 ? 0 : rest * Math.log(rest / (breaks * (1 - share))))
  );
}

/** Counts at a share of the stitches that would be less telling than `most`: those between two bounds. */
function quietCounts(share: number, breaks: number, most: number): { low: number; high: number } {
  const middle = Math.round(share * breaks);
  const isQuiet = (count: number) => telling(count, breaks, share) < most - 1e-9;
  const edge = (way: -1 | 1) => {
    let [inside, outside] = [middle, way < 0 ? -1 : breaks + 1];
    while (Math.abs(outside - inside) > 1) {
      const between = Math.trunc((inside + outside) / 2);
      if (isQuiet(between)) inside = between;
      else outside = between;
    }
    return inside;
  };
  return isQuiet(middle) ? { low: edge(-1), high: edge(1) } : { low: 1, high: 0 };
}

/** A bound below this is told in place of the chance: what is surely so rare is followed through tens of thousands of breaks for nothing. */
const surelyRare = 1e-6;
/** Of more breaks only the bound is told: any change worth a sentence is then far rarer than both. */
const mostFollowed = 20_000;

/**
 * Chance that some split of so many breaks, fallen evenly by stitches, is as telling as this; or a bound that it does not exceed, where that is below one in a
 * million or breaks are more than can be followed. The bound: Chernoff, “A measure of asymptotic efficiency for tests of a hypothesis based on the sum of observations”, Annals of
 * Mathematical Statistics 23, 1952 (a count on either side, at each split).
 */
function chanceOf(shares: readonly number[], breaks: number, most: number): number {
  const bound = 2 * shares.length * Math.exp(-most);
  if (bound < surelyRare || breaks > mostFollowed) return Math.min(1, bound);
  let at: Walked = { low: 0, values: Float64Array.of(1) };
  let before = 0;
  // Poisson steps of a walk that is known to end at all breaks: what leaves the quiet counts is dropped on the way.
  for (const share of shares) {
    const { low, high } = quietCounts(share, breaks, most);
    if (high < low) return 1;
    at = walked(at, breaks * (share - before), low, high);
    before = share;
  }
  const end = walked(at, breaks * (1 - before), breaks, breaks);
  return Math.min(1, Math.max(0, 1 - end.values[0]! / Math.exp(logPoisson(breaks, breaks))));
}

/** Chances of counts, from `low` on. */
interface Walked {
  low: number;
  values: Float64Array;
}

function walked(from: Walked, mean: number, low: number, high: number): Walked {
  const values = new Float64Array(high - low + 1);
  const steps = poissonChances(mean, high - from.low);
  // Plain loops: this is most of the time that a question of what changed takes.
  for (let index = 0; index < from.values.length; index++) {
    const value = from.values[index]!;
    if (value < nothing) continue;
    const first = from.low + index + steps.low;
    const last = Math.min(high, first + steps.values.length - 1);
    for (let to = Math.max(low, first); to <= last; to++)
      values[to - low] = values[to - low]! + value * steps.values[to - first]!;
  }
  return { low, values };
}

/** Chances of so many breaks where `mean` are usual, up to `most`: those that come to something. */
function poissonChances(mean: number, most: number): Walked {
  const chances: number[] = [];
  let low = 0;
  for (let count = 0; count <= most; count++) {
    const chance = Math.exp(logPoisson(count, mean));
    if (count > mean && chance < nothing) break;
    if (chances.length === 0 && chance < nothing) low = count + 1;
    else chances.push(chance);
  }
  return { low, values: Float64Array.from(chances) };
}
/** So small a chance does not count among thousands. */
const nothing = 1e-20;

const logPoisson = (count: number, mean: number) =>
  mean <= 0 ? (count === 0 ? 0 : -Infinity) : count * Math.log(mean) - mean - jStat.gammaln(count + 1);

/** A stretch of steps with a rate of its own. */
export interface Stretch {
  /** Its first step, and the first one after it. */
  begins: Change;
  ends: Change;
  /** At most the chance of so telling a stretch where the rate never changed. */
  p: number;
}

/**
 * The stretch that differs most from all before and after it (a bad batch that was used up): of all beginnings and ends the likeliest. For one
 * beginning, steps taken round from it, its rarity is that of {@link likeliestChange}; over all beginnings it is at most as many times that.
 * null without a break, where no stretch differs, or where it is surely no rarer than `atMost`.
 * Source: Olshen, Venkatraman, Lucito and Wigler, “Circular binary segmentation”, Biostatistics 5, 2004 (there for normal values).
 */
function likeliestStretch(given: readonly Step[], atMost = 1): Stretch | null {
  // Steps on which nothing was sewn say nothing, and are no beginning.
  const sewn = given.flatMap((step, index) =>
    step.stitches > 0 || step.breaks > 0 ? [{ step, index }] : [],
  );
  const steps = sewn.map(({ step }) => step);
  const indexOf = (at: number) => sewn[at]!.index;
  const breaks = steps.reduce((sum, step) => sum + step.breaks, 0);
  const stitches = steps.reduce((sum, step) => sum + step.stitches, 0);
  if (breaks === 0 || steps.length < 3) return null;
  const sums = [{ breaks: 0, share: 0 }];
  for (const step of steps) {
    const last = sums.at(-1)!;
    sums.push({ breaks: last.breaks + step.breaks, share: last.share + step.stitches / stitches });
  }
  const of = (from: number, to: number) =>
    telling(sums[to]!.breaks - sums[from]!.breaks, breaks, sums[to]!.share - sums[from]!.share);
  // A stretch with more breaks begins and ends at a break, one with fewer just beside one: other places need no look.
  const places = steps.flatMap((step, at) =>
    at > 0 && (step.breaks > 0 || steps[at - 1]!.breaks > 0) ? [at] : [],
  );
  let best = { from: 0, to: 0, most: 0 };
  places.forEach((from, index) => {
    for (let next = index + 1; next < places.length; next++) {
      const to = places[next]!;
      const most = of(from, to);
      if (most > best.most + 1e-12) best = { from, to, most };
    }
  });
  const { from, to, most } = best;
  if (most <= 0 || steps.length * oneDate(most) > atMost) return null;
  const inside = sums[to]!.breaks - sums[from]!.breaks;
  const share = sums[to]!.share - sums[from]!.share;
  const rates = {
    inside: inside / (share * stitches),
    outside: (breaks - inside) / ((1 - share) * stitches),
  };
  const shares = sums.slice(1, -1).map((sum) => sum.share);
  const p = Math.min(1, steps.length * chanceOf(shares, breaks, most));
  const near = (isAs: (at: number) => number, at: number, least: number, end: number) => {
    const as = (other: number) => isAs(other) >= most - fall;
    let [low, high] = [at, at];
    while (low - 1 >= least && as(low - 1)) low--;
    while (high + 1 <= end && as(high + 1)) high++;
    return { from: indexOf(low), to: indexOf(high) };
  };
  return {
    begins: {
      ...{ at: indexOf(from), before: rates.outside, after: rates.inside, p },
      ...near((other) => of(other, to), from, 1, to - 1),
    },
    ends: {
      ...{ at: indexOf(to), before: rates.inside, after: rates.outside, p },
      ...near((other) => of(from, other), to, from + 1, steps.length - 1),
    },
    p,
  };
}

/**
 * All changes that chance alone would hardly make, earliest first: the likeliest one, or the likeliest stretch where that is rarer by chance, and
 * within what lies before, in and after it again; at most about `most`.
 */
export function changesOf(steps: readonly Step[], most = 4, offset = 0): Change[] {
  if (most <= 0) return [];
  const [one, stretch] = [likeliestChange(steps, changedBelow), likeliestStretch(steps, changedBelow)];
  const isStretch = stretch !== null && stretch.p < (one?.p ?? 1);
  const found = isStretch ? [stretch.begins, stretch.ends] : one ? [one] : [];
  if (found.length === 0 || found[0]!.p > changedBelow) return [];
  const cuts = [0, ...found.map(({ at }) => at), steps.length];
  const changes: Change[] = [];
  cuts.slice(1).forEach((end, part) => {
    const begin = cuts[part]!;
    changes.push(...changesOf(steps.slice(begin, end), most - found.length - changes.length, offset + begin));
    const here = found[part];
    if (here) changes.push({ ...here, at: here.at + offset, from: here.from + offset, to: here.to + offset });
  });
  return changes;
}
