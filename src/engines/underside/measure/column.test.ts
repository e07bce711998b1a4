import { describe, expect, test } from 'vitest';
import { measured, sketchOf, type ColumnRead } from './column.ts';
import { errorOf } from '../judge/doubt.ts';
import { colourOf, type Colour } from '../image/planes.ts';
import type { Strip } from '../image/strip.ts';

const cloth: Colour = [0.9, 0.9, 0.85];
const right: Colour = [0.6, 0.6, 0.6];
const top: Colour = [0.1, 0.3, 0.6];
const bobbin: Colour = [0.95, 0.2, 0.2];
const black: Colour = [0.02, 0.02, 0.02];

const [rows, first, wide] = [40, 18, 72];
const steps = first + wide + first;
type Edges = readonly [number, number, number, number];
/** A strip by the edges of each of its rows, in steps, mixed evenly in a step that holds one; `mark` lays other cells over it. */
function stripOf(
  edgesAt: (row: number) => Edges,
  mark: (row: number, step: number, own: Colour) => Colour = (_row, _step, own) => own,
): Strip {
  const data = new Float32Array(rows * steps * 3);
  for (let row = 0; row < rows; row++) {
    const [a, b, c, d] = edgesAt(row);
    for (let step = 0; step < steps; step++) {
      const held = (from: number, to: number) => Math.max(0, Math.min(step + 1, to) - Math.max(step, from));
      const parts = [
        [held(0, a), cloth],
        [held(a, b) + held(c, d), top],
        [held(b, c), bobbin],
        [held(d, steps), right],
      ] as const;
      const own = colourOf((k) => parts.reduce((sum, [part, colour]) => sum + part * colour[k], 0));
      data.set(mark(row, step, own), (row * steps + step) * 3);
    }
  }
  return { rows, steps, data, wide, first, clipped: 0 };
}
const even: Edges = [18, 42, 66, 90];
const read = (strip: Strip, known = bobbin): ColumnRead => measured(strip, sketchOf(strip, 0.22), known)!;

describe('a first look at a column', () => {
  test('its outer edges, its colours, and what lies within', () => {
    const sketch = sketchOf(stripOf(() => even), 0.22); // prettier-ignore
    expect([sketch.from, sketch.to]).toEqual([18, 90]);
    const rounded = (colour: Colour) => colour.map((value) => Math.round(value * 1000) / 1000);
    expect(rounded(sketch.left)).toEqual(cloth);
    expect(rounded(sketch.right)).toEqual(right);
    expect(rounded(sketch.top)).toEqual(top);
    expect(rounded(sketch.inner)).toEqual(bobbin);
    expect(sketch.sides).toBeCloseTo(0, 6);
  });
  test('a column that lies off its place is found there', () => {
    const sketch = sketchOf(stripOf(() => [23, 47, 71, 95]), 0.22); // prettier-ignore
    expect([sketch.from, sketch.to]).toEqual([23, 95]);
  });
  test('a shadow beside it is not the column, nor is a single dark step', () => {
    // Darker by 0.15 where the thread is darker by 0.8: under 0.22 of it, over 0.1.
    const shadow = (_row: number, step: number, own: Colour): Colour =>
      step >= 12 && step < 18 ? [own[0] - 0.15, own[1] - 0.15, own[2] - 0.15] : own;
    expect(sketchOf(stripOf(() => even, shadow), 0.22).from).toBe(18);
    const line = (_row: number, step: number, own: Colour): Colour => (step === 11 || step === 12 ? black : own);
    expect(sketchOf(stripOf(() => even, line), 0.22).from).toBeGreaterThan(10);
    // The table further out than the cloth is none either.
    const table = (_row: number, step: number, own: Colour): Colour => (step < 4 ? black : own);
    expect(sketchOf(stripOf(() => even, table), 0.22).from).toBe(18);
  });
  test('where its thread is like the cloth it is as wide as expected', () => {
    const pale = (_row: number, step: number, own: Colour): Colour => (step < 30 ? cloth : own);
    expect(sketchOf(stripOf(() => even, pale), 0.22).from).toBe(30);
    const all = sketchOf(stripOf(() => even, () => cloth), 0.22); // prettier-ignore
    expect([all.from, all.to]).toEqual([18, 90]);
  });
  test('two sides of two colours are told', () => {
    const two = (_row: number, step: number, own: Colour): Colour => (step >= 66 && step < 90 ? [0.5, 0.3, 0.6] : own);
    expect(sketchOf(stripOf(() => even, two), 0.22).sides).toBeCloseTo(0.4, 5);
  });
  test('where one side lies outside the picture the other’s cloth serves', () => {
    const out = (from: number, to: number) => (_row: number, step: number, own: Colour): Colour => (step >= from && step < to ? [NaN, NaN, NaN] : own);
    expect(sketchOf(stripOf(() => even, out(0, 16)), 0.22).left.map((one) => Math.round(one * 10) / 10)).toEqual([...right]);
    expect(sketchOf(stripOf(() => even, out(94, steps)), 0.22).right.map((one) => Math.round(one * 10) / 10)).toEqual([0.9, 0.9, 0.9]);
  });
}); // prettier-ignore

describe('a column measured', () => {
  test('share and left side, as parts of its width', () => {
    const whole = read(stripOf(() => [18, 36, 66, 90])); // prettier-ignore
    expect(whole.share).toBeCloseTo(30 / 72, 3);
    expect(whole.left).toBeCloseTo(18 / 72, 3);
    expect(whole.unevenness).toBeCloseTo(0, 4);
    expect(whole.error).toBeCloseTo(0, 4);
    expect(whole.sides).toBeCloseTo(0, 5);
    expect(whole.misfit).toBeCloseTo(0, 5);
    expect(whole.contrast).toBeCloseTo(0.85, 3);
  });
  test('to a part of a step', () => {
    for (const [b, c] of [
      [36.3, 60.8],
      [40.5, 52.2],
    ] as const)
      expect(Math.abs(read(stripOf(() => [18.4, b, c, 89.7])).share - (c - b) / 71.3)).toBeLessThan(0.008); // prettier-ignore
  });
  test('how it varies along the column: the deviation of its rows, and the mean’s error', () => {
    // Half of the rows 20 steps, half of them 26.
    const swaying = read(stripOf((row) => (row % 2 ? [18, 44, 64, 90] : [18, 41, 67, 90])));
    expect(swaying.share).toBeCloseTo(23 / 72, 3);
    expect(swaying.unevenness).toBeCloseTo(3 / 72, 3);
    expect(swaying.error).toBeCloseTo(3 / 72 / Math.sqrt(rows), 4);
  });
  test('rows that are another thing are left out: a tail across, a wide spot', () => {
    const tail = (row: number, step: number, own: Colour): Colour =>
      row >= 10 && row < 14 && step > 20 && step < 88 ? bobbin : own;
    const crossed = read(stripOf(() => even, tail));
    expect(crossed.share).toBeCloseTo(24 / 72, 2);
    expect(crossed.unevenness).toBeLessThan(0.01);
    const mark = (row: number, step: number, own: Colour): Colour =>
      row >= 20 && row < 26 && step > 30 && step < 60 ? black : own;
    expect(Math.abs(read(stripOf(() => even, mark)).share - 24 / 72)).toBeLessThan(0.01);
  });
  test('the cloth’s shadow beside it moves its rims neither out nor in', () => {
    // Rose thread on grey cloth that gets darker towards the column: half way between cloth and thread lies within the column, of a thread a little darker than the cloth without it.
    const grey: Colour = [0.75, 0.74, 0.71];
    const made = (thread: Colour) =>
      stripOf(
        () => [18, 36, 72, 90],
        (_row, step, own) => {
          const beside = step < 18 ? 17 - step : step >= 90 ? step - 90 : null;
          const shade = beside === null ? 1 : 1 - 0.2 * Math.exp(-beside / 3);
          if (beside !== null) return colourOf((plane) => grey[plane] * shade);
          return step >= 36 && step < 72 ? own : thread;
        },
      );
    for (const thread of [
      [0.95, 0.66, 0.75],
      [0.64, 0.655, 0.675],
    ] as const) {
      const strip = made(thread);
      const { share, left, outer } = measured(strip, sketchOf(strip, 0.1), bobbin)!;
      expect(share).toBeCloseTo(0.5, 2);
      expect(left).toBeCloseTo(0.25, 2);
      for (const edge of outer.left) expect(Math.abs(edge - 18)).toBeLessThan(0.4);
      for (const edge of outer.right) expect(Math.abs(edge - 90)).toBeLessThan(0.4);
    }
  });
  test('how clearly its threads are told: their difference against what they vary', () => {
    const strip = stripOf(() => even);
    const still = read(strip);
    expect(still.clear).toBeCloseTo(0.85 / Math.hypot(0, 0, 1 / 255), 0);
    // The thread varies by ±0.05, every other cell: its median deviation is that.
    const noisy = read(
      stripOf(
        () => even,
        (row, step, own) => colourOf((plane) => own[plane] + ((row + step) % 2 ? 0.05 : -0.05)),
      ),
    );
    expect(noisy.clear).toBeCloseTo(0.85 / (1.48 * 0.05 * Math.SQRT2), 0);
    expect(noisy.clearOfCloth).toBeCloseTo(0.5 / (1.48 * 0.05 * Math.SQRT2), 0);
    expect(noisy.fromCloth).toBeCloseTo(0.5, 1);
  });
  test('a bobbin known only about is learnt from the column', () => {
    const about = read(stripOf(() => even), [0.85, 0.3, 0.3]); // prettier-ignore
    expect(about.share).toBeCloseTo(24 / 72, 3);
    expect(about.contrast).toBeCloseTo(0.85, 2);
  });
  test('its outer edges over the rows: a column that leans', () => {
    const { outer } = read(stripOf((row) => [16 + row / 10, 40 + row / 10, 64 + row / 10, 88 + row / 10]));
    expect(outer.left[0]).toBeCloseTo(16, 0);
    expect(outer.left[1]).toBeCloseTo(19.9, 0);
    expect(outer.right[0]).toBeCloseTo(88, 0);
    expect(outer.right[1]).toBeCloseTo(91.9, 0);
  });
  test('without a stripe its share is none; a thin side is told as thin as it is', () => {
    expect(read(stripOf(() => [18, 54, 54, 90])).share).toBeLessThan(0.015); // prettier-ignore
    const off = read(stripOf(() => [18, 26, 58, 90])); // prettier-ignore
    expect(off.left).toBeCloseTo(8 / 72, 2);
    expect(off.share).toBeCloseTo(32 / 72, 2);
  });
});

describe('how far off a share may be', () => {
  const one = { error: 0, share: 0.4, contrast: 0.5, fromCloth: 0.8, takenOff: 0, rimsOff: 0 };
  const error = (more: Partial<typeof one>, width = 100) => errorOf({ ...one, ...more }, width);
  test('each cause adds by squares: rows, pixels, threads alike, thread like the cloth, and a little always', () => {
    expect(error({})).toBeCloseTo(
      Math.hypot((0.17 * 1.4) / 100, 2.2 / 100 ** 2, 0.0025 / 0.5, (0.0035 * 0.4) / 0.8, 0.0035),
      9,
    );
    const blurred = error({ takenOff: 0.05 });
    expect(blurred ** 2 - error({}) ** 2).toBeCloseTo((0.3 * 0.05) ** 2, 9);
    const rims = error({ rimsOff: 0.05 });
    expect(rims ** 2 - error({}) ** 2).toBeCloseTo((0.25 * 0.05) ** 2, 9);
    const rowsToo = error({ error: 0.02 });
    expect(rowsToo ** 2 - error({}) ** 2).toBeCloseTo(0.02 ** 2 * 6, 9);
    expect(error({}, 50) ** 2 - error({}) ** 2).toBeCloseTo((0.17 * 1.4) ** 2 * (1 / 2500 - 1 / 10000) + 2.2 ** 2 * (1 / 50 ** 4 - 1 / 100 ** 4), 9);
    expect(error({ contrast: 0.1 })).toBeGreaterThan(0.025);
    // A row in six by itself: rows that differ by an eighth are refused.
    expect(1.96 * error({ error: 0.125 / Math.sqrt(56) })).toBeGreaterThan(0.08);
  });
  test('where next to no stripe was seen, a pixel and a fifth of it may have been missed', () => {
    expect(error({ share: 0 }) ** 2).toBeCloseTo((0.17 ** 2 + 1.2 ** 2 + (2.2 / 100) ** 2) / 100 ** 2 + 0.005 ** 2 + 0.0035 ** 2, 9);
    // Two pixels of it are seen: an eighth of that is left; three: nothing.
    const more = (share: number) => error({ share }) ** 2 - ((0.17 * (1 + share)) / 100) ** 2 - (2.2 / 100 ** 2) ** 2 - 0.005 ** 2 - 0.0035 ** 2 - ((0.0035 * share) / 0.8) ** 2; // prettier-ignore
    expect(Math.sqrt(more(0.02)) * 100).toBeCloseTo(1.2 * Math.exp(-2), 3);
    expect(Math.sqrt(more(0.03)) * 100).toBeLessThan(0.02);
  });
  test('the less its thread differs from the cloth, to 0.03 at least', () => {
    expect(error({ fromCloth: 0.05 }) ** 2 - error({}) ** 2).toBeCloseTo((0.0035 * 0.4) ** 2 * (1 / 0.05 ** 2 - 1 / 0.8 ** 2), 9);
    expect(error({ fromCloth: 0 }) ** 2 - error({}) ** 2).toBeCloseTo((0.0035 * 0.4) ** 2 * (1 / 0.03 ** 2 - 1 / 0.8 ** 2), 9);
  });
}); // prettier-ignore
