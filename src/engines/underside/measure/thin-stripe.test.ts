import { describe, expect, test } from 'vitest';
import { chance } from '../../../core/base/chance.ts';
import { colourOf, type Colour } from '../image/planes.ts';
import type { Strip } from '../image/strip.ts';
import { recoverThinStripe, type FineEdges } from './thin-stripe.ts';

const cloth: Colour = [0.9, 0.9, 0.85];
const top: Colour = [0.1, 0.3, 0.6];
const bobbin: Colour = [0.95, 0.85, 0.8];
const [rows, steps] = [56, 108];
type Stripe = readonly [from: number, to: number];

const mixed = (one: number, other: number, part: number, light: boolean) => {
  const power = light ? 2.2 : 1;
  return ((1 - part) * one ** power + part * other ** power) ** (1 / power);
};

/** A column from step 18 to 90 whose stripe is blurred over `blur` steps to each side, with noise of that deviation. `light`: mixed as light is, by a display's exponent of 2.2; else as numbers are. */
function stripOf(stripeAt: (row: number) => Stripe, blur = 3, noise = 0, light = false): Strip {
  const luck = chance(7);
  const data = new Float32Array(rows * steps * 3);
  const held = (step: number, from: number, to: number) => Math.max(0, Math.min(step + 1, to) - Math.max(step, from)); // prettier-ignore
  for (let row = 0; row < rows; row++) {
    const stripe = stripeAt(row);
    for (let step = 0; step < steps; step++) {
      let part = 0;
      for (let off = -blur; off <= blur; off++) part += held(step + off, ...stripe) / (2 * blur + 1);
      const isColumn = step >= 18 && step < 90;
      const own = colourOf((k) =>
        isColumn
          ? Math.max(0, mixed(top[k], bobbin[k], part, light) + noise * luck.between(-1.7, 1.7))
          : cloth[k],
      );
      data.set(own, (row * steps + step) * 3);
    }
  }
  return { rows, steps, data, wide: 72, first: 18, clipped: 0 };
}
/** No stripe was found in any row. */
const none: FineEdges[] = Array.from({ length: rows }, () => [18, 54, 54, 90]);
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const found = (strip: Strip) => {
  const edges = recoverThinStripe(strip, none, { top, bobbin });
  return {
    edges,
    wide: mean(edges.map(([, b, c]) => c - b)),
    middle: mean(edges.map(([, b, c]) => (b + c) / 2)),
  };
};

describe('a stripe too thin for two cuts', () => {
  test.each([0.5, 1, 2, 3])('is as wide as there is of its colour: %s steps', (wide) => {
    const stripe = () => [40.2, 40.2 + wide] as const;
    const [asNumbers, asLight] = [found(stripOf(stripe)), found(stripOf(stripe, 3, 0, true))];
    // A camera mixes its light evenly, a program that makes a picture smaller its numbers: the reader takes it for something between.
    expect(asNumbers.wide).toBeLessThan(wide);
    expect(asLight.wide).toBeGreaterThan(wide);
    expect(asNumbers.wide).toBeGreaterThan(0.65 * wide);
    expect(asLight.wide).toBeLessThan(2.2 * wide);
    expect(Math.abs(asNumbers.middle - (40.2 + wide / 2))).toBeLessThan(0.6);
    expect(asNumbers.edges[0]!.filter((_, index) => index % 3 === 0)).toEqual([18, 90]);
    expect(Math.abs(found(stripOf(stripe, 3, 0.1)).wide - asNumbers.wide)).toBeLessThan(0.35);
  });
  test('is followed where it wanders, and told where it is cut in half', () => {
    const at = (row: number) => 45 + 10 * Math.sin(row / 12);
    const { wide, edges } = found(stripOf((row) => [at(row), at(row) + 1.5], 2, 0.03));
    expect(Math.abs(wide - 1.5)).toBeLessThan(0.4);
    edges.forEach(([, b, c], row) => expect(Math.abs((b + c) / 2 - at(row) - 0.75)).toBeLessThan(2));
    const half = found(stripOf((row) => (row < 28 ? [60, 62] : [60, 60])));
    expect(half.wide).toBeCloseTo(found(stripOf(() => [60, 62])).wide / 2, 1);
  });
  test('of no stripe there is hardly any, though the thread varies', () => {
    expect(Math.abs(found(stripOf(() => [50, 50], 3, 0)).wide)).toBeLessThan(1e-6);
    // A thousandth of the column for each hundredth that its thread varies by, since the run down it looks for the most.
    expect(found(stripOf(() => [50, 50], 3, 0.03)).wide / 72).toBeLessThan(0.004);
  });
  test('a column too narrow to look inside stays as it is, and so do rows outside the picture', () => {
    const narrow: FineEdges[] = none.map(() => [50, 52, 52, 60]);
    expect(
      recoverThinStripe(
        stripOf(() => [52, 53]),
        narrow,
        { top, bobbin },
      ),
    ).toEqual(narrow);
    const cut = stripOf(() => [50, 52]);
    cut.data.fill(NaN, 0, 10 * steps * 3);
    const edges = recoverThinStripe(cut, none, { top, bobbin });
    expect(edges.slice(0, 10)).toEqual(none.slice(0, 10));
    expect(edges[10]).not.toEqual(none[10]);
  });
});
