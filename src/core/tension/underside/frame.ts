import type { Field } from './field.ts';

/**
 * How a straight block lies in the picture: a point x across and y down the straightened block is found at
 * x + (lean + spread·(x − centre))·(y − middle). Lean: the photo's tilt; spread: columns that run apart (perspective).
 */
export interface Lie {
  lean: number;
  spread: number;
  centre: number;
  middle: number;
}

/** How far across the columns a pixel lies, px: its x with the block's lean and spread taken out. */
export const across = (lie: Lie, x: number, y: number) =>
  x + (lie.lean + lie.spread * (x - lie.centre)) * (y - lie.middle);

/** Between a pixel and the next one to the right, at a part of the way. */
export const blend = (values: Float32Array, at: number, part: number) =>
  values[at]! * (1 - part) + values[at + 1]! * part;

/** How unlike the cloth each pixel is, 0 to 1: the largest difference of its planes from 1. */
export function unlikeCloth({ planes }: Field): Float32Array {
  const [r, g, b] = planes;
  const unlike = new Float32Array(r.length);
  for (let at = 0; at < r.length; at++)
    unlike[at] = Math.min(1, Math.max(Math.abs(r[at]! - 1), Math.abs(g[at]! - 1), Math.abs(b[at]! - 1)));
  return unlike;
}

/** Mean of `values` down every column of the straightened block, between two rows; 0 where it lies outside the picture. */
export function profile(
  values: Float32Array,
  { width }: Field,
  lie: Lie,
  from: number,
  to: number,
  step = 1,
): Float32Array {
  const sums = new Float32Array(width);
  const counts = new Uint16Array(width);
  for (let y = Math.max(0, Math.floor(from)); y < to; y += step)
    for (let x = 0; x < width; x++) {
      const at = across(lie, x, y);
      const left = Math.floor(at);
      if (left < 0 || left + 1 >= width) continue;
      sums[x]! += blend(values, y * width + left, at - left);
      counts[x]!++;
    }
  return sums.map((sum, x) => (counts[x]! > 0 ? sum / counts[x]! : 0));
}

/**
 * Finds how the block lies: the lean (within 8°) and spread at which the picture, added up along the columns, has the
 * sharpest edges. Coarse, then fine.
 */
export function findLie(unlike: Float32Array, field: Field): Lie {
  const { width, height } = field;
  const base = { centre: width / 2, middle: height / 2 };
  // Every other place across, some fifty rows: enough to tell sharp from smeared.
  const half = Math.ceil(width / 2);
  const rows = Array.from({ length: 48 }, (_, row) =>
    Math.floor(height * (0.12 + (0.76 * (row + 0.5)) / 48)),
  );
  const line = new Float32Array(half);
  const sharpness = (lie: Lie) => {
    line.fill(0);
    for (const y of rows) {
      for (let step = 0; step < half; step++) {
        const at = Math.round(across(lie, 2 * step, y));
        if (at >= 0 && at < width) line[step]! += unlike[y * width + at]!;
      }
    }
    let sum = 0;
    for (let step = 1; step < half; step++) sum += (line[step]! - line[step - 1]!) ** 2;
    return sum;
  };
  let best: Lie = { ...base, lean: 0, spread: 0 };
  let most = -1;
  const look = (leans: readonly number[], spreads: readonly number[]) => {
    for (const lean of leans)
      for (const spread of spreads) {
        const lie = { ...base, lean, spread };
        const its = sharpness(lie);
        if (its > most) {
          most = its;
          best = lie;
        }
      }
  };
  const around = (middle: number, reach: number, count: number) =>
    Array.from({ length: 2 * count + 1 }, (_, index) => middle + (reach * (index - count)) / count);
  // Across the whole width, columns may run apart by as much as they may lean.
  const widest = 0.16 / width;
  look(around(0, 0.14, 14), [-widest, -widest / 2, 0, widest / 2, widest]);
  look(around(best.lean, 0.012, 4), around(best.spread, widest / 2, 4));
  look(around(best.lean, 0.003, 3), around(best.spread, widest / 8, 3));
  look(around(best.lean, 0.001, 2), around(best.spread, widest / 24, 2));
  return best;
}

/** The rows that the columns span: where what is unlike the cloth is at least half as much as in the middle. */
export function findRows(
  unlike: Float32Array,
  field: Field,
  lie: Lie,
  left: number,
  right: number,
): { from: number; to: number } {
  const { width, height } = field;
  const rows = Float32Array.from({ length: height }, (_, y) => {
    let sum = 0;
    let count = 0;
    for (let x = Math.max(0, left); x < right; x += 2) {
      const at = Math.round(across(lie, x, y));
      if (at < 0 || at >= width) continue;
      sum += unlike[y * width + at]!;
      count++;
    }
    return count > 0 ? sum / count : 0;
  });
  const sorted = Float32Array.from(rows).sort();
  const limit = sorted[Math.floor(0.75 * (height - 1))]! / 2;
  let from = 0;
  let to = height;
  while (from < height && rows[from]! < limit) from++;
  while (to > from && rows[to - 1]! < limit) to--;
  return { from, to };
}
