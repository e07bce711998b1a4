import { expect, test } from 'vitest';
import { smoothedRows } from './smooth-rows.ts';
import { cellOf, type Strip } from '../image/strip.ts';

const [rows, steps] = [20, 40];
/** A strip by its cells' brightness; NaN: outside the picture. */
const stripBy = (at: (row: number, step: number) => number): Strip => ({
  ...{ rows, steps, wide: 24, first: 8, clipped: 0 },
  data: Float32Array.from({ length: rows * steps * 3 }, (_, index) => at(Math.floor(index / 3 / steps), Math.floor(index / 3) % steps)), // prettier-ignore
});
const upright = { left: [8, 8], right: [32, 32] } as { left: [number, number]; right: [number, number] };
const red = (strip: Strip, row: number, step: number) => cellOf(strip, row, step)[0];

test('each row is the mean of five, fewer at the ends', () => {
  const even = smoothedRows(
    stripBy((row) => row / 100),
    upright,
  );
  expect(red(even, 10, 5)).toBeCloseTo(0.1, 6);
  expect(red(even, 0, 5)).toBeCloseTo(0.01, 6);
  expect(red(even, 19, 39)).toBeCloseTo(0.18, 6);
});
test('texture that changes from row to row is a fifth of what it was; an edge down the rows stays where it is', () => {
  const even = smoothedRows(
    stripBy((row, step) => (step < 20 ? 0.3 : 0.7) + (row % 2 ? 0.1 : -0.1)),
    upright,
  );
  for (const row of [2, 9, 17]) {
    expect(Math.abs(red(even, row, 19) - 0.3)).toBeLessThan(0.0201);
    expect(Math.abs(red(even, row, 20) - 0.7)).toBeLessThan(0.0201);
  }
});
test('along the lean of the rims: an edge that runs with them stays sharp', () => {
  const lean = { left: [4, 23], right: [28, 47] } as { left: [number, number]; right: [number, number] };
  const even = smoothedRows(
    stripBy((row, step) => (step < 10 + row ? 0.2 : 0.8)),
    lean,
  );
  for (const row of [3, 10, 15]) {
    expect(red(even, row, 9 + row)).toBeCloseTo(0.2, 6);
    expect(red(even, row, 10 + row)).toBeCloseTo(0.8, 6);
  }
});
test('cells outside the picture count for nothing, and stay unknown where there is no other', () => {
  const even = smoothedRows(
    stripBy((row, step) => (step < 3 || (step < 6 && row < 10) ? NaN : 0.5)),
    upright,
  );
  expect(red(even, 5, 2)).toBeNaN();
  expect(red(even, 5, 4)).toBeNaN();
  expect(red(even, 9, 4)).toBeCloseTo(0.5, 6);
  expect(red(even, 5, 20)).toBeCloseTo(0.5, 6);
});
