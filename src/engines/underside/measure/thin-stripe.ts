import type { Colour } from '../image/planes.ts';
import { way } from './segments.ts';
import type { Strip } from '../image/strip.ts';

/** Four edges of a row, steps. */
export type FineEdges = readonly [number, number, number, number];

/** A stripe narrower than this part of its column is lost in many rows: less of its colour is left in each than is needed for two cuts. */
export const thin = 0.06;
/** It is looked for this far from the column's rims, in parts of its width: those are shaded. */
const inside = 0.07;
/** Its colour is added up so many steps to each side of where it runs, against what lies in so many beyond those. */
const reach = 5;
const beyond = 2;
/** From one row to the next it moves by so many steps at most, at this cost each. */
const mostMove = 2;
const moveCost = 0.15;

/**
 * The edges with the stripe of each row where the most of the bobbin's colour runs down the column, as wide as there is of that colour: what lies on the way from the top
 * thread's colour to it, added up across and held against what lies beside it. A row of which the picture has no cells stays. By dynamic programming over the rows.
 */
export function recoverThinStripe(
  strip: Strip,
  rows: readonly FineEdges[],
  { top, bobbin }: { top: Colour; bobbin: Colour },
): FineEdges[] {
  const from = Math.max(...rows.map(([a, , , d]) => Math.ceil(a + inside * (d - a))));
  const to = Math.min(...rows.map(([a, , , d]) => Math.floor(d - inside * (d - a))));
  const places = to - from - 2 * (reach + beyond);
  if (places < 1) return [...rows];
  const ways = rows.map((_, row) => way(strip, row, [from, to], [top, bobbin]));
  const amounts = ways.map((along) => along && amountsOf(along, places, reach));
  const run = runDown(
    ways.map((along) => along && nearnessOf(along, places)),
    places,
  );
  return rows.map(([a, b, c, d], row) => {
    const amount = amounts[row]?.[run[row]!];
    if (amount === undefined) return [a, b, c, d];
    const middle = from + run[row]! + beyond + reach + 0.5;
    return [a, middle - amount / 2, middle + amount / 2, d];
  });
}

/** How much of the colour lies within so many steps of each place, in steps: what those have, less what the steps beyond them have. */
function amountsOf(along: readonly number[], places: number, within: number): number[] {
  const sums = [0];
  along.forEach((part) => sums.push(sums.at(-1)! + part));
  const between = (from: number, length: number) => sums[from + length]! - sums[from]!;
  const own = 2 * within + 1;
  return Array.from({ length: places }, (_, at) => {
    const first = at + beyond + reach - within;
    const beside = (between(first - beyond, beyond) + between(first + own, beyond)) / (2 * beyond);
    return between(first, own) - beside * own;
  });
}

/** How near each place is to the middle of the colour: the mean of what lies within one step of it, within two, and so on, so that it is the most where that is. */
function nearnessOf(along: readonly number[], places: number): number[] {
  const all = Array.from({ length: reach }, (_, index) => amountsOf(along, places, index + 1));
  return Array.from({ length: places }, (_, at) =>
    all.reduce((sum, amounts) => sum + amounts[at]! / reach, 0),
  );
}

/** The way down the rows along which there is most of it. */
function runDown(amounts: readonly (readonly number[] | null)[], places: number): number[] {
  let best = new Float64Array(places);
  const came = amounts.map((row) => {
    const next = new Float64Array(places);
    const from = new Int32Array(places);
    for (let at = 0; at < places; at++) {
      let [most, where] = [-Infinity, at];
      for (let move = -mostMove; move <= mostMove; move++) {
        const other = at + move;
        if (other < 0 || other >= places) continue;
        const value = best[other]! - moveCost * Math.abs(move);
        if (value > most) [most, where] = [value, other];
      }
      next[at] = most + (row ? row[at]! : 0);
      from[at] = where;
    }
    best = next;
    return from;
  });
  let at = best.indexOf(Math.max(...best));
  const run: number[] = [];
  for (let row = amounts.length - 1; row >= 0; row--) {
    run[row] = at;
    at = came[row]![at]!;
  }
  return run;
}
