import { usualHands } from '../../hands.ts';
import { aimOf, type Band } from '../../targets.ts';
import { costOfLeaving } from '../cost.ts';
import { chanceWithin } from './normal.ts';
import { byScrew, effective, type Row } from './rows.ts';
import type { CaseBelief } from './screw.ts';
import { handError, springs, type Spring } from './spring.ts';

/** The tension as it may be, cell by cell: everything but the gauge's noise, which no turn hangs on. */
export interface Cell {
  spring: number;
  slope: number;
  play: number;
  /** The tensions that are thought of, in order, and the weight of each. */
  tensions: Float64Array;
  weights: Float64Array;
}

/** Less weight than this is thought of no more. */
export const leastWeight = 1e-5;

export const cellsOf = ({ rows }: CaseBelief): Cell[] =>
  rows.flatMap((each, spring) =>
    byScrew(each).flatMap((screw): Cell[] => {
      const { slope, play } = screw[0]!;
      const { tensions, weights } = thoughtOf(ofAllNoises(screw), springs[spring]!);
      return tensions.length > 0 ? [{ spring, slope, play, tensions, weights }] : [];
    }),
  );

/** The weights of a screw's rows together; a row that was given up has none. */
function ofAllNoises(rows: readonly Row[]): Float64Array {
  const [first, ...others] = rows.filter(({ weights }) => weights.length > 0);
  const sum = first ? first.weights.slice() : new Float64Array(0);
  for (const { weights } of others) for (let at = 0; at < sum.length; at++) sum[at] = sum[at]! + weights[at]!;
  return sum;
}

/** Those points of a spring's grid that are thought of at all. */
function thoughtOf(sum: Float64Array, { from, step }: { from: number; step: number }) {
  const tensions = new Float64Array(sum.length);
  const weights = new Float64Array(sum.length);
  let count = 0;
  for (let at = 0; at < sum.length; at++) {
    if (sum[at]! <= leastWeight) continue;
    tensions[count] = from + at * step;
    weights[count++] = sum[at]!;
  }
  return { tensions: tensions.subarray(0, count), weights: weights.subarray(0, count) };
}

export interface After {
  eighths: number;
  grams: number;
  spread: number;
  chance: number;
  /** What it comes to, seconds: see {@link costAt}. */
  cost: number;
}

/** How a turn moves the tension of a screw: by how much, how widely, and the band as the law of its spring has it. */
function movedBy(law: Spring, slope: number, play: number, turns: number, last: number, band: Band) {
  const moves = effective(turns, last, play);
  const spread = moves === 0 ? 0 : slope * handError(turns);
  return {
    shift: slope * moves,
    // A point of the grid stands for what lies half a step about it.
    wide: Math.hypot(spread, 0.29 * law.step),
    low: law.of(band.from),
    high: law.of(band.to),
  };
}

/** Where a hand's error puts a turn, in deviations, and how likely: the normal by three points (Gauss–Hermite, Abramowitz and Stegun 25.4.46). */
const landings = [
  { off: -Math.sqrt(3), chance: 1 / 6 },
  { off: 0, chance: 2 / 3 },
  { off: Math.sqrt(3), chance: 1 / 6 },
] as const;

/** A turn with the reading after it, seconds. */
const turnAndRead = usualHands.turn + usualHands.pull;
/** How many times too much or too little, as a logarithm, a case is off that needs a turn more than the next. From memory. */
const oneMoreTurn = 0.5;

/** Seconds that are still to come once it was turned and read there: it is left so, or turned again, the oftener the farther off. */
const stillToCome = (grams: number, band: Band) =>
  Math.min(
    costOfLeaving(grams, band, true),
    turnAndRead * (1 + Math.abs(Math.log(grams / aimOf(band))) / oneMoreTurn),
  );

/** A turn that may be chosen, in eighths to the right, 0: none; which way the last one went, and whether the case is being set. */
export interface Choice {
  eighths: number;
  last: number;
  isBeingSet: boolean;
  band: Band;
}

/** What a tension comes to that a turn led to, seconds. */
function costOf(law: Spring, tension: number, wide: number, what: Choice): number {
  const { eighths, band, isBeingSet } = what;
  const grams = (at: number) => Math.max(1, law.grams(at));
  if (eighths === 0) return costOfLeaving(grams(tension), band, isBeingSet);
  let cost = turnAndRead;
  for (const { off, chance } of landings) cost += chance * stillToCome(grams(tension + off * wide), band);
  return cost;
}

/**
 * What a turn comes to, in seconds, at each tension of a spring's grid from `from` to before `until`: the hands' own time, and what is still to be done or
 * put up with after it; of no turn, what it costs to leave the case so. As `afterTurn` adds it up.
 */
export function costAt(
  { law, slope, play }: { law: Spring; slope: number; play: number },
  choice: Choice,
  from: number,
  until: number,
): Float64Array {
  const { shift, wide } = movedBy(law, slope, play, choice.eighths / 8, choice.last, choice.band);
  const cost = new Float64Array(until - from);
  for (let at = from; at < until; at++)
    cost[at - from] = costOf(law, law.from + at * law.step + shift, wide, choice);
  return cost;
}

/** What a turn would make of it. */
export function afterTurn(cells: readonly Cell[], choice: Choice): After {
  const { eighths, last, band } = choice;
  const turns = eighths / 8;
  let [all, sum, square, chance, cost] = [0, 0, 0, 0, 0];
  for (const { spring, slope, play, tensions, weights } of cells) {
    const law = springs[spring]!;
    const { shift, wide, low, high } = movedBy(law, slope, play, turns, last, band);
    for (let at = 0; at < tensions.length; at++) {
      const weight = weights[at]!;
      const then = tensions[at]! + shift;
      const grams = Math.max(1, law.grams(then));
      all += weight;
      sum += weight * grams;
      square += weight * grams ** 2;
      chance += weight * landsIn(then, wide, low, high);
      cost += weight * costOf(law, then, wide, choice);
    }
  }
  const mean = sum / all;
  return {
    eighths,
    grams: mean,
    spread: Math.sqrt(Math.max(0, square / all - mean ** 2)),
    chance: chance / all,
    cost: cost / all,
  };
}

/** Chance that the case, as it stands, lies in a band. */
export const chanceIn = (belief: CaseBelief, band: Band): number =>
  afterTurn(cellsOf(belief), { ...belief, eighths: 0, band }).chance;

/** Chance to land between two bounds; five deviations off it is not worked out. */
const landsIn = (mean: number, sd: number, from: number, to: number) =>
  mean < from - 5 * sd || mean > to + 5 * sd ? 0 : chanceWithin(from, to, mean, sd);
