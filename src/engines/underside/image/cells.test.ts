import { expect, test } from 'vitest';
import { addCells, cellsOf, noCells, usualOf } from './cells.ts';
import type { Strip } from './strip.ts';

/** Two rows of four steps: red tells row and step, green the step, blue a half; the second row ends outside the picture. */
const data = Float32Array.from([0, 1].flatMap((row) => [0, 1, 2, 3].flatMap((step) => (row === 1 && step === 3 ? [NaN, NaN, NaN] : [row + step / 8, step / 4, 0.5])))); // prettier-ignore
const strip: Strip = { rows: 2, steps: 4, data, wide: 2, first: 1, clipped: 0 };

test('the cells of some steps, row by row; those outside the picture are left out', () => {
  expect(cellsOf(strip, 2, 4)).toEqual([[0.25, 0.375, 1.25], [0.5, 0.75, 0.5], [0.5, 0.5, 0.5]]); // prettier-ignore
  // From the nearest step on, before the nearest, within the strip.
  expect(cellsOf(strip, 0.6, 1.6)[1]).toEqual([0.25, 0.25]);
  expect(cellsOf(strip, -3, 9)[0]).toHaveLength(7);
  expect(cellsOf(strip, 3, 3)).toEqual([[], [], []]);
});

test('cells of a row are added to others; the usual colour is the median of each plane', () => {
  const cells = noCells();
  addCells(cells, strip, 0, 0, 2);
  addCells(cells, strip, 1, 2, 4);
  expect(cells).toEqual([[0, 0.125, 1.25], [0, 0.25, 0.5], [0.5, 0.5, 0.5]]); // prettier-ignore
  expect(usualOf(cells)).toEqual([0.125, 0.25, 0.5]);
});
