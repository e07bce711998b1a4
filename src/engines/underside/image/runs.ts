import { nextOf, type Mask } from './mask.ts';
import type { Planes } from './planes.ts';

/** A mask's runs of pixels along its rows, in the picture's order, each with the connected part that it is of. */
export interface Runs {
  /** Row, first pixel and the one after the last, by run. */
  rows: readonly number[];
  from: readonly number[];
  to: readonly number[];
  /** Number of its part, from 1 on, in the order in which they begin. */
  parts: readonly number[];
  /** Pixels of each part; nothing is of part 0. */
  areas: number[];
}

/**
 * The connected parts of a mask, 4-connected: runs that lie under one another are joined, each set under its earliest run (union and find). A mask has some
 * hundred times as many pixels as runs.
 */
export function runsOf(mask: Mask): Runs {
  const { width, height } = mask;
  const [rows, from, to]: [number[], number[], number[]] = [[], [], []];
  const roots: number[] = [];
  const rootOf = (run: number) => {
    let at = run;
    while (roots[at] !== at) at = roots[at] = roots[roots[at]!]!;
    return at;
  };
  // Runs of the row above: from `above` on, up to where this row's begin.
  let [above, begin] = [0, 0];
  for (let row = 0; row < height; row++) {
    const first = roots.length;
    for (let a = nextOf(mask, row, 1, 0); a < width;) {
      const b = nextOf(mask, row, 0, a);
      const run = roots.length;
      rows.push(row);
      from.push(a);
      to.push(b);
      roots.push(run);
      while (above < begin && to[above]! <= a) above++;
      for (let other = above; other < begin && from[other]! < b; other++) {
        const one = rootOf(other);
        const two = rootOf(run);
        if (one < two) roots[two] = one;
        else roots[one] = two;
      }
      a = nextOf(mask, row, 1, b);
    }
    above = first;
    begin = roots.length;
  }
  const parts: number[] = [];
  const areas = [0];
  for (let run = 0; run < roots.length; run++) {
    const root = rootOf(run);
    if (root === run) parts.push(areas.push(0) - 1);
    else parts.push(parts[root]!);
    areas[parts[run]!]! += to[run]! - from[run]!;
  }
  return { rows, from, to, parts, areas };
}

/** A picture's colours summed up along its rows: a run's colour is the difference of two of them. */
export interface RunningColours {
  /** Pixel x of row y begins at [y * (width + 1) + x]. */
  planes: readonly [Float64Array, Float64Array, Float64Array];
}

export function runningColours({ width, height, planes }: Planes): RunningColours {
  const summed = (plane: Float32Array) => {
    const sums = new Float64Array((width + 1) * height);
    for (let y = 0, at = 0, to = 0; y < height; y++, to++)
      for (let x = 0; x < width; x++, at++, to++) sums[to + 1] = sums[to]! + plane[at]!;
    return sums;
  };
  return { planes: [summed(planes[0]), summed(planes[1]), summed(planes[2])] };
}
