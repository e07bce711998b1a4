import { handError, noises, type Spring } from './spring.ts';

/** Weights over a law's tensions, with what they hold for. */
export interface Row {
  slope: number;
  play: number;
  noise: number;
  weights: Float64Array;
}

/** How far a case's tension wanders, as a part of it: by itself between two readings, and with the root of the days, of idle ones less. From memory. */
const wander = { reading: 0.004, day: 0.012, idleDay: 0.005, most: 0.08 } as const;
/** How often it is another one altogether at the next reading (lint, a knock, another thread): at once, and by the day. From memory. */
const jump = { reading: 0.008, day: 0.003, idleDay: 0.001, most: 0.06 } as const;
/** Stitches of one head on a day as usual: what a day does to a case beyond an idle one, so many do. From memory. */
const usualDay = 150_000;

/** Turns that move the spring: a turn back first takes up the play. */
export const effective = (turns: number, last: number, play: number): number =>
  last !== 0 && Math.sign(turns) === -last ? Math.sign(turns) * Math.max(0, Math.abs(turns) - play) : turns;

/** All of a row's weight. */
export function sumOf(weights: Float64Array): number {
  let sum = 0;
  for (let at = 0; at < weights.length; at++) sum += weights[at]!;
  return sum;
}

/** A law's rows, told apart by slope and play as well: those of each screw, one for each noise of the gauge. */
export const byScrew = (rows: readonly Row[]): Row[][] =>
  Array.from({ length: rows.length / noises.length }, (_, screw) =>
    rows.slice(screw * noises.length, (screw + 1) * noises.length),
  );

/** Rows after a turn of the screw, right above 0; `last`: which way the one before went. */
export function turned(rows: readonly Row[], spring: Spring, turns: number, last: number): Row[] {
  const room = space(rows);
  let before: { slope: number; moves: number; by: Move } | null = null;
  return rows.map((row) => {
    const moves = effective(turns, last, row.play);
    if (moves === 0 || row.weights.length === 0) return row;
    // Rows that differ by their noise alone stand side by side.
    if (before?.slope !== row.slope || before.moves !== moves) {
      const spread = (row.slope * handError(turns)) / spring.step;
      before = { slope: row.slope, moves, by: moveOf((row.slope * moves) / spring.step, spread) };
    }
    return { ...row, weights: moved(row.weights, before.by, room(row.weights.length)) };
  });
}

/** The same row with weights of its own, to be written over. */
export const ownRow = (row: Row): Row => ({ ...row, weights: row.weights.slice() });

/**
 * The case after some days, and stitches that its head sewed on them (left out: as many as usual): it wanders, and seldom jumps to anywhere. The rows have
 * weights of their own, to be written over.
 */
export function waited(
  rows: readonly Row[],
  spring: Spring,
  days: number,
  stitches = usualDay * days,
): Row[] {
  const sewnDays = stitches / usualDay;
  const byDays = wander.idleDay ** 2 * days + (wander.day ** 2 - wander.idleDay ** 2) * sewnDays;
  const part = Math.min(wander.most, Math.hypot(wander.reading, Math.sqrt(byDays)));
  const by = moveOf(0, (part * spring.part) / spring.step);
  const jumps = Math.min(
    jump.most,
    jump.reading + jump.idleDay * days + (jump.day - jump.idleDay) * sewnDays,
  );
  const room = space(rows);
  return rows.map((row) => {
    if (row.weights.length === 0) return ownRow(row);
    const weights = moved(row.weights, by, room(row.weights.length));
    const anywhere = (jumps * sumOf(weights)) / weights.length;
    for (let at = 0; at < weights.length; at++) weights[at] = (1 - jumps) * weights[at]! + anywhere;
    return { ...row, weights };
  });
}

/** Room for the weights of all rows in one piece: an array of its own for each costs more than what is worked out in it. */
function space(rows: readonly Row[]): (count: number) => Float64Array {
  const all = new Float64Array(rows.reduce((sum, { weights }) => sum + weights.length, 0));
  let used = 0;
  return (count) => all.subarray(used, (used += count));
}

/** How weights are moved: by so many points of the grid, and shared out among those about it. */
interface Move {
  middle: number;
  shares: Float64Array;
}

/** Moved by so many points and spread by a normal, its deviation in points. */
function moveOf(shift: number, spread: number): Move {
  const reach = Math.ceil(4 * spread + 1);
  const middle = Math.round(shift);
  const shares = new Float64Array(2 * reach + 1);
  let all = 0;
  for (let at = 0; at < shares.length; at++) {
    const off = at - reach + middle - shift;
    // Narrower than the grid: shared between the two points that it lies between.
    shares[at] = spread < 0.5 ? Math.max(0, 1 - Math.abs(off)) : Math.exp(-((off / spread) ** 2) / 2);
    all += shares[at]!;
  }
  return { middle, shares: shares.map((share) => share / all) };
}

/** Against a row's highest weight: what is thinner, on both sides of the rest, is moved, but its spreading would not be seen. */
const tooThin = 1e-4;

/** Weights moved into a row of zeros; what would leave the grid stays at its end. */
function moved(weights: Float64Array, { middle, shares }: Move, after: Float64Array): Float64Array {
  const last = weights.length - 1;
  const reach = (shares.length - 1) / 2;
  const inside = (point: number) => Math.max(0, Math.min(last, point));
  const thin = highest(weights) * tooThin;
  let [from, until] = [0, last];
  for (; from < until && weights[from]! <= thin; from++) after[inside(from + middle)]! += weights[from]!;
  for (; until > from && weights[until]! <= thin; until--) after[inside(until + middle)]! += weights[until]!;
  for (let to = from - reach; to <= until + reach; to++) {
    const first = Math.max(from, to - reach);
    const end = Math.min(until, to + reach);
    let sum = 0;
    for (let at = first, share = to - first + reach; at <= end; at++, share--)
      sum += weights[at]! * shares[share]!;
    after[inside(to + middle)]! += sum;
  }
  return after;
}

function highest(weights: Float64Array): number {
  let most = 0;
  for (let at = 0; at < weights.length; at++) if (weights[at]! > most) most = weights[at]!;
  return most;
}
