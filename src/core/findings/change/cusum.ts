import { Matrix, solve } from 'ml-matrix';
import type { CusumDesign } from './cusum-sum.ts';

/** The sum moves on a grid of so many points for one break's worth: exposure between two points is sewn in one step. */
const grid = 8;

/**
 * The least limit that signals falsely no more often than every `falseEvery` stitches on average. Valid: `usual` above 0, `times` above 1.
 * Source: the Markov chain of Brook and Evans, “An approach to the probability distribution of cusum run length”, Biometrika 59, 1972.
 */
export function cusumFor({
  usual,
  times,
  falseEvery,
}: Pick<CusumDesign, 'usual' | 'times' | 'falseEvery'>): CusumDesign {
  const at = (points: number) => ({
    ...{ usual, times, limit: (points / grid) * Math.log(times) },
    falseEvery: stitchesToSignal(points, usual, times),
  });
  let points = grid + 1;
  while (points < 40 * grid && at(points).falseEvery < falseEvery) points += grid;
  // Of the last break's worth the least that is still rare enough.
  let least = points;
  while (least > grid + 1 && at(least - 1).falseEvery >= falseEvery) least -= 1;
  return at(least);
}

/** Stitches until the sum comes to so many points of the grid, from 0 and at the usual rate. */
export const stitchesToSignal = (points: number, usual: number, times: number): number =>
  breaksToSignal(points, times) / usual;

/** Answers so far: they hang on nothing but points and times, and a chart for each seat of a machine asks for the same. */
const known = new Map<string, number>();

/** As many breaks as are usual until then: however often it breaks, the chain is the same. */
function breaksToSignal(points: number, times: number): number {
  const key = `${points} ${times}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  // Breaks that are usual in one step of the grid.
  const mean = Math.log(times) / grid / (times - 1);
  const chances = [Math.exp(-mean)];
  while (chances.length <= points / grid) chances.push((chances.at(-1)! * mean) / chances.length);
  const stays = Matrix.eye(points, points);
  for (let from = 0; from < points; from++)
    chances.forEach((chance, breaks) => {
      const to = Math.max(0, from - 1) + breaks * grid;
      if (to < points) stays.set(from, to, stays.get(from, to) - chance);
    });
  const told = solve(stays, Matrix.ones(points, 1)).get(0, 0) * mean;
  known.set(key, told);
  return told;
}
