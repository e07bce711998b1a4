import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { colourOf, type Colour } from '../image/planes.ts';
import { cutRow, fineEdge, type RowColours } from './segments.ts';
import type { Strip } from '../image/strip.ts';

const colours: RowColours = {
  left: [0.9, 0.9, 0.85],
  top: [0.1, 0.3, 0.6],
  bobbin: [0.95, 0.2, 0.2],
  right: [0.2, 0.7, 0.3],
};
/** A strip of one row of these cells. */
const rowOf = (cells: readonly Colour[]): Strip => ({
  rows: 1,
  steps: cells.length,
  data: Float32Array.from(cells.flat()),
  wide: 20,
  first: 0,
  clipped: 0,
});
/** As wide as told, in the order cloth, top, bobbin, top, cloth. */
const parts = (...wide: number[]): Colour[] =>
  (['left', 'top', 'bobbin', 'top', 'right'] as const).flatMap((part, index) =>
    Array.from({ length: wide[index]! }, () => colours[part]),
  );
const nothing: Colour = [NaN, NaN, NaN];
const off = (one: Colour, other: Colour) =>
  Math.min(
    0.04,
    one.reduce((sum, value, plane) => sum + (value - other[plane]!) ** 2, 0),
  );

/** The least cost of all ways to cut a row, by trying every one. */
function leastCost(cells: readonly Colour[], wide: number): number {
  const all = cells.length;
  const cost = (part: keyof RowColours, from: number, to: number) =>
    cells.slice(from, to).reduce((sum, cell) => sum + (Number.isNaN(cell[0]) ? 0 : off(cell, colours[part])), 0);
  let least = Infinity;
  for (let a = 0; a <= all; a++)
    for (let d = a + Math.max(4, Math.floor(0.8 * wide)); d <= Math.min(all, a + Math.ceil(1.2 * wide)); d++)
      for (let b = a; b <= d; b++)
        for (let c = b; c <= d; c++) {
          const held = 0.06 * 0.04 * wide * ((d - a) / wide - 1) ** 2;
          least = Math.min(least, held + cost('left', 0, a) + cost('top', a, b) + cost('bobbin', b, c) + cost('top', c, d) + cost('right', d, all));
        }
  return least / all;
} // prettier-ignore

describe('a row cut into its five parts', () => {
  test('where its colours change', () => {
    const whole = cutRow(rowOf(parts(7, 6, 8, 6, 5)), 0, colours, 20);
    expect(whole.edges).toEqual([7, 13, 21, 27]);
    expect(whole.misfit).toBeCloseTo(0, 9);
    expect(cutRow(rowOf(parts(0, 6, 8, 6, 12)), 0, colours, 20).edges).toEqual([0, 6, 14, 20]);
    expect(cutRow(rowOf(parts(12, 6, 8, 6, 0)), 0, colours, 20).edges).toEqual([12, 18, 26, 32]);
    // No top thread on one side, no bobbin at all.
    expect(cutRow(rowOf(parts(7, 0, 12, 8, 5)), 0, colours, 20).edges).toEqual([7, 7, 19, 27]);
    const [from, b, c, to] = cutRow(rowOf(parts(7, 9, 0, 11, 5)), 0, colours, 20).edges;
    expect([from, to, c - b]).toEqual([7, 27, 0]);
  });
  test('of another row of the strip its own', () => {
    const [one, two] = [parts(7, 6, 8, 6, 5), parts(5, 6, 8, 6, 7)];
    const strip: Strip = { ...rowOf([...one, ...two]), rows: 2, steps: 32 };
    expect(cutRow(strip, 1, colours, 20).edges).toEqual([5, 11, 19, 25]);
  });
  test('a pen mark across it, and what is outside the picture, move no edge', () => {
    const marked = parts(7, 6, 8, 6, 5);
    for (const at of [3, 9, 10, 17]) marked[at] = [0.05, 0.05, 0.05];
    const cut = cutRow(rowOf(marked), 0, colours, 20);
    expect(cut.edges).toEqual([7, 13, 21, 27]);
    expect(cut.misfit).toBeGreaterThan(0);
    const cutOff = parts(7, 6, 8, 6, 5).map((cell, at) => (at < 4 ? nothing : cell));
    const rest = cutRow(rowOf(cutOff), 0, colours, 20);
    expect(rest.edges).toEqual([7, 13, 21, 27]);
    expect(rest.misfit).toBeCloseTo(0, 9);
  });
  test('from 0.8 to 1.2 times its width, and drawn to it where its threads do not tell', () => {
    const thin = cutRow(rowOf(parts(10, 3, 2, 3, 14)), 0, colours, 20).edges;
    expect(thin[3] - thin[0]).toBe(16);
    const wide = cutRow(rowOf(parts(2, 12, 6, 12, 2)), 0, colours, 20).edges;
    expect(wide[3] - wide[0]).toBe(24);
    const unknown = Array.from({ length: 40 }, () => nothing);
    const [from, , , to] = cutRow(rowOf(unknown), 0, colours, 20).edges;
    expect(to - from).toBe(20);
  });
  test('no way to cut it fits better', () => {
    const cell = fc.oneof(
      fc.constantFrom(...Object.values(colours)),
      fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 20 }).map((value) => value / 20))),
      fc.constant(nothing),
    ) as fc.Arbitrary<Colour>;
    fc.assert(
      fc.property(fc.array(cell, { minLength: 12, maxLength: 18 }), fc.integer({ min: 4, max: 12 }), (cells, wide) => {
        const { edges, misfit } = cutRow(rowOf(cells), 0, colours, wide);
        expect(misfit).toBeCloseTo(leastCost(cells, wide), 5);
        expect([...edges].sort((a, b) => a - b)).toEqual(edges);
      }),
      { numRuns: 60 },
    ); // prettier-ignore
  });
});

describe('an edge to a part of a step', () => {
  const [dark, light]: [Colour, Colour] = [[0.1, 0.2, 0.3], [0.9, 0.8, 0.6]]; // prettier-ignore
  /** As the lens mixes: even in light, not in the numbers of the picture. */
  const mixed = (part: number): Colour =>
    colourOf((k) => ((1 - part) * dark[k] ** 1.35 + part * light[k] ** 1.35) ** (1 / 1.35)); // prettier-ignore
  const edge = (
    wayAt: readonly number[],
    cut: number,
    reach: readonly [number, number] = [5, 5],
    between: readonly [Colour, Colour] = [dark, light],
  ) => fineEdge(rowOf(wayAt.map(mixed)), 0, cut, between, reach);
  const step = (count: number, at: number) => Array.from({ length: count }, (_, k) => Math.min(1, Math.max(0, k + 1 - at))); // prettier-ignore

  test('sharp: at the cell’s boundary; within a cell: about there', () => {
    expect(edge(step(20, 10), 10)).toBeCloseTo(10, 6);
    expect(edge(step(20, 10), 11)).toBeCloseTo(10, 6);
    // Half of cell 10 is of the second colour: two equal rises.
    expect(edge(step(20, 10.5), 10)).toBeCloseTo(10.5, 5);
    for (const at of [10.2, 10.35, 10.8]) expect(Math.abs(edge(step(20, at), 10) - at)).toBeLessThan(0.2);
  });
  test('a slow shadow before the edge does not move it', () => {
    const shadow = step(20, 10).map((value, k) => (k < 10 ? 0.02 * Math.max(0, k - 4) : value));
    expect(Math.abs(edge(shadow, 10) - 10)).toBeLessThan(0.05);
  });
  test('what falls back is no rise', () => {
    const spot = step(20, 12).map((value, k) => (k === 8 ? 0.4 : value));
    // 0.4 up at 8 weighs 0.16 to the edge's 1.
    expect(edge(spot, 10)).toBeCloseTo((0.16 * 8 + 12) / 1.16, 4);
  });
  test('beside a short part what is mixed is added up', () => {
    // Reach of 2: the cells 8 to 11 hold 1.7 of the second colour.
    expect(edge(step(20, 10.3), 10, [2, 2])).toBeCloseTo(10.3, 4);
    expect(edge(step(20, 9.6), 10, [2, 5])).toBeCloseTo(9.6, 4);
    expect(edge(step(20, 10), 10, [1, 1])).toBeCloseTo(10, 4);
  });
  test('the cut itself: colours too alike, nothing to see, outside the picture', () => {
    const alike: [Colour, Colour] = [[0.5, 0.5, 0.5], [0.53, 0.53, 0.53]]; // prettier-ignore
    expect(edge(step(20, 9), 10, [5, 5], alike)).toBe(10);
    const unlike: [Colour, Colour] = [[0.5, 0.5, 0.5], [0.54, 0.54, 0.54]]; // prettier-ignore
    expect(edge(step(20, 9), 10, [5, 5], unlike)).not.toBe(10);
    expect(edge(Array<number>(20).fill(0.4), 10)).toBe(10);
    const out = rowOf([...step(20, 10).map(mixed)].map((cell, k) => (k === 7 ? nothing : cell)));
    expect(fineEdge(out, 0, 10, [dark, light], [5, 5])).toBe(10);
    // A single cell to look at.
    expect(edge(step(20, 10.3), 10, [0, 1])).toBe(10);
  });
  test('at the strip’s ends it looks no further', () => {
    expect(edge(step(8, 2), 2, [5, 5])).toBeCloseTo(2, 5);
    expect(edge(step(8, 6), 6, [5, 5])).toBeCloseTo(6, 5);
  });
});
