import { expect, test } from 'vitest';
import { colourOf, type Colour } from '../image/planes.ts';
import { rimsOf } from './rim.ts';
import type { Strip } from '../image/strip.ts';

const cloth: Colour = [0.7, 0.7, 0.66];
const thread: Colour = [0.9, 0.5, 0.6];
const bobbin: Colour = [0.1, 0.1, 0.1];
const [rows, steps] = [40, 108];
type Edges = [number, number, number, number];

/** A strip with its edges by row, as sharp as its steps. */
function stripWith(edgesAt: (row: number) => Edges): Strip {
  const data = new Float32Array(rows * steps * 3);
  for (let row = 0; row < rows; row++) {
    const [a, b, c, d] = edgesAt(row);
    for (let step = 0; step < steps; step++) {
      const held = (from: number, to: number) => Math.max(0, Math.min(step + 1, to) - Math.max(step, from));
      const [top, stripe] = [held(a, b) + held(c, d), held(b, c)];
      const own = colourOf((k) => top * thread[k] + stripe * bobbin[k] + (1 - top - stripe) * cloth[k]);
      data.set(own, (row * steps + step) * 3);
    }
  }
  return { rows, steps, data, wide: 72, first: 18, clipped: 0 };
}
const found = (edgesAt: (row: number) => Edges) =>
  Array.from({ length: rows }, (_, row) => ({ row, edges: edgesAt(row) }));

test('edges that were found off are put on the rims, on a column that leans as well', () => {
  const rimsAt = (row: number): Edges => [18 + row / 20, 42, 66, 90 + row / 20];
  const rims = rimsOf(stripWith(rimsAt), found((row) => [20.5 + row / 20, 42, 66, 92 + row / 20])); // prettier-ignore
  expect(rims.left.beyond).toBeCloseTo(-2.5, 0);
  expect(rims.right.beyond).toBeCloseTo(-2, 0);
  expect(Math.abs(rims.left.line[0] - 18)).toBeLessThan(0.4);
  expect(Math.abs(rims.left.line[1] - (18 + 39 / 20))).toBeLessThan(0.4);
  expect(Math.abs(rims.right.line[1] - (90 + 39 / 20))).toBeLessThan(0.4);
});

test('edges that lie right stay where they are', () => {
  const edges: Edges = [18, 42, 66, 90];
  const rims = rimsOf(stripWith(() => edges), found(() => edges)); // prettier-ignore
  expect(Math.abs(rims.left.beyond)).toBeLessThan(0.05);
  expect(Math.abs(rims.right.beyond)).toBeLessThan(0.05);
});

test('the stripe is never taken for a rim: where a side is too thin, or thin in places, nothing is moved further in than it leaves room', () => {
  const thin: Edges = [18, 21, 87, 90];
  const rims = rimsOf(stripWith(() => thin), found(() => thin)); // prettier-ignore
  expect(rims.left).toEqual({ line: [18, 18], beyond: 0 });
  expect(rims.right).toEqual({ line: [90, 90], beyond: 0 });
  const ragged = (row: number): Edges => [18, row % 4 === 0 ? 23 : 40, 66, 90];
  expect(Math.abs(rimsOf(stripWith(ragged), found(ragged)).left.beyond)).toBeLessThan(0.1);
});

test('where nothing changes, and outside the picture, the line stays', () => {
  const edges: Edges = [18, 42, 66, 90];
  const blank = stripWith(() => [50, 50, 50, 50]);
  expect(rimsOf(blank, found(() => edges)).left.beyond).toBe(0); // prettier-ignore
  const cut = stripWith(() => edges);
  for (let row = 0; row < rows; row++) cut.data.fill(NaN, row * steps * 3, (row * steps + 16) * 3);
  expect(Math.abs(rimsOf(cut, found(() => edges)).left.beyond)).toBeLessThan(0.1); // prettier-ignore
});
