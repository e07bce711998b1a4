import { middleOf, type Band } from '../../targets.ts';
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
  /** Chance to have gone right through the band and out on the other side. */
  past: number;
  /** Chance to be in the band, with what a later turn may still make of the rest. */
  worth: number;
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

/**
 * What a turn is worth at each tension of a spring's grid from `from` to before `until`: the chance to be in the band then, with what a later turn may
 * still make of the rest. As `afterTurn` adds it up.
 */
export function worthAt(
  screw: { law: Spring; slope: number; play: number },
  { eighths, last, band }: { eighths: number; last: number; band: Band },
  from: number,
  until: number,
): Float64Array {
  const { law, slope, play } = screw;
  const { shift, wide, low, high } = movedBy(law, slope, play, eighths / 8, last, band);
  const middle = middleOf(band);
  const worth = new Float64Array(until - from);
  for (let at = from; at < until; at++) {
    const then = law.from + at * law.step + shift;
    worth[at - from] = worthOf(landsIn(then, wide, low, high), Math.max(1, law.grams(then)), middle);
  }
  return worth;
}

/** What a turn would make of it. */
export function afterTurn(cells: readonly Cell[], eighths: number, last: number, band: Band): After {
  const turns = eighths / 8;
  const middle = middleOf(band);
  let [all, sum, square, chance, past, worth] = [0, 0, 0, 0, 0, 0];
  for (const { spring, slope, play, tensions, weights } of cells) {
    const law = springs[spring]!;
    const { shift, wide, low, high } = movedBy(law, slope, play, turns, last, band);
    for (let at = 0; at < tensions.length; at++) {
      const weight = weights[at]!;
      const then = tensions[at]! + shift;
      const inBand = landsIn(then, wide, low, high);
      const grams = Math.max(1, law.grams(then));
      all += weight;
      sum += weight * grams;
      square += weight * grams ** 2;
      chance += weight * inBand;
      worth += weight * worthOf(inBand, grams, middle);
      if (turns !== 0 && (turns < 0 ? then < low : then > high)) past += weight;
    }
  }
  const mean = sum / all;
  return {
    eighths,
    grams: mean,
    spread: Math.sqrt(Math.max(0, square / all - mean ** 2)),
    chance: chance / all,
    past: past / all,
    worth: worth / all,
  };
}

/** Chance to land between two bounds; five deviations off it is not worked out. */
const landsIn = (mean: number, sd: number, from: number, to: number) =>
  mean < from - 5 * sd || mean > to + 5 * sd ? 0 : chanceWithin(from, to, mean, sd);

/** What nearness is worth to the next turn: so much of the band's own at the band, less the farther off. From memory. */
const stillToCome = 0.7;

/** What a tension is worth that is in the band so often, at these grams. */
const worthOf = (inBand: number, grams: number, middle: number) =>
  inBand + stillToCome * (1 - inBand) * nearness(grams, middle);

/** How near the band's middle grams are: 1 there, falling off by the fourth power of how many times too much or too little. From memory. */
function nearness(grams: number, middle: number): number {
  const part = grams < middle ? grams / middle : middle / grams;
  return part * part * part * part;
}
