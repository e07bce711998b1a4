import { handError, type Spring } from './spring.ts';

/** Weights over a law's tensions, with what they hold for. */
export interface Row {
  slope: number;
  play: number;
  noise: number;
  weights: Float64Array;
}

/** How far a case's tension wanders, as a part of it: by itself between two readings, and with the root of the days. From memory. */
const wander = { reading: 0.004, day: 0.012, most: 0.08 } as const;
/** How often it is another one altogether at the next reading (lint, a knock, another thread): at once, and by the day. From memory. */
const jump = { reading: 0.008, day: 0.003, most: 0.06 } as const;

/** Turns that move the spring: a turn back first takes up the play. */
export const effective = (turns: number, last: number, play: number): number =>
  last !== 0 && Math.sign(turns) === -last ? Math.sign(turns) * Math.max(0, Math.abs(turns) - play) : turns;

/** All of a row's weight. */
export function sumOf(weights: Float64Array): number {
  let sum = 0;
  for (let at = 0; at < weights.length; at++) sum += weights[at]!;
  return sum;
}

/** The row after a turn of the screw, right above 0; `last`: which way the one before went. */
export function turned(row: Row, spring: Spring, turns: number, last: number): Row {
  const moves = effective(turns, last, row.play);
  if (moves === 0 || row.weights.length === 0) return row;
  return {
    ...row,
    weights: moved(
      row.weights,
      (row.slope * moves) / spring.step,
      (row.slope * handError(turns)) / spring.step,
    ),
  };
}

/** The same row with weights of its own, to be written over. */
export const ownRow = (row: Row): Row => ({ ...row, weights: row.weights.slice() });

/** The case after some days: it wanders, and seldom jumps to anywhere. */
export function waited(row: Row, spring: Spring, days: number): Row {
  if (row.weights.length === 0) return ownRow(row);
  const part = Math.min(wander.most, Math.hypot(wander.reading, wander.day * Math.sqrt(days)));
  const weights = moved(row.weights, 0, (part * spring.part) / spring.step);
  const jumps = Math.min(jump.most, jump.reading + jump.day * days);
  const anywhere = (jumps * sumOf(weights)) / weights.length;
  for (let at = 0; at < weights.length; at++) weights[at] = (1 - jumps) * weights[at]! + anywhere;
  return { ...row, weights };
}

/** Against a row's highest weight: what is thinner is moved, but its spreading would not be seen. */
const tooThin = 1e-4;

/** Weights moved by so many points of the grid and spread by a normal; what would leave the grid stays at its end. */
function moved(weights: Float64Array, shift: number, spread: number): Float64Array {
  const count = weights.length;
  const reach = Math.ceil(4 * spread + 1);
  const middle = Math.round(shift);
  const kernel = new Float64Array(2 * reach + 1);
  let all = 0;
  for (let at = 0; at < kernel.length; at++) {
    const off = at - reach + middle - shift;
    // Narrower than the grid: shared between the two points that it lies between.
    kernel[at] = spread < 0.5 ? Math.max(0, 1 - Math.abs(off)) : Math.exp(-((off / spread) ** 2) / 2);
    all += kernel[at]!;
  }
  for (let at = 0; at < kernel.length; at++) kernel[at] = kernel[at]! / all;
  const thin = highest(weights) * tooThin;
  const after = new Float64Array(count);
  const inside = (point: number) => (point < 0 ? 0 : point >= count ? count - 1 : point);
  for (let at = 0; at < count; at++) {
    const weight = weights[at]!;
    const first = at + middle - reach;
    if (weight <= thin) after[inside(at + middle)]! += weight;
    else if (first >= 0 && first + kernel.length <= count)
      for (let k = 0; k < kernel.length; k++) after[first + k]! += weight * kernel[k]!;
    else for (let k = 0; k < kernel.length; k++) after[inside(first + k)]! += weight * kernel[k]!;
  }
  return after;
}

function highest(weights: Float64Array): number {
  let most = 0;
  for (let at = 0; at < weights.length; at++) if (weights[at]! > most) most = weights[at]!;
  return most;
}
