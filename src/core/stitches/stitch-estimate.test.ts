import { describe, expect, test } from 'vitest';
import { chance } from '../base/chance.ts';
import { ownFactor } from '../artwork/own-factor.ts';
import { estimateStitches, type Shape } from './stitch-estimate.ts';

const shape = (of: Partial<Shape>): Shape => ({
  ...{ areaMm2: 100, strokeMm: 10, widthMm: 10, heightMm: 10, pieces: 1 },
  ...of,
});
const rectangle = (widthMm: number, heightMm: number) =>
  shape({ areaMm2: widthMm * heightMm, strokeMm: Math.min(widthMm, heightMm), widthMm, heightMm });

/** A fill sewn row by row: needle points every 4 mm and at both ends, so that the last stitch of a row is a short one. */
function rowsOfPlainFill(widthMm: number, heightMm: number): number {
  let stitches = 0;
  for (let y = 0.1; y < heightMm; y += 0.2) stitches += Math.ceil(widthMm / 4);
  return stitches;
}

// Settings are from memory, no published source: what is counted is checked against rows that are really laid.
describe('stitches estimated from a shape', () => {
  test('a fill’s rows with their ends are what laying them row by row comes to, within 3 % over many widths', () => {
    const sum = { estimated: 0, laid: 0 };
    for (let width = 17; width < 60; width += 0.7) {
      const { rows, ends } = estimateStitches('fill', rectangle(width, 34)).counted;
      sum.estimated += rows + ends;
      sum.laid += rowsOfPlainFill(width, 34);
      expect(Math.abs(rows + ends - rowsOfPlainFill(width, 34)) / rowsOfPlainFill(width, 34)).toBeLessThan(
        0.12,
      );
    }
    expect(Math.abs(sum.estimated / sum.laid - 1)).toBeLessThan(0.03);
  });
  test('a fill of 1,000 mm²: every part of it by hand', () =>
    // 1000 / (0.2 × 4); 50 / 0.2 rows with half a stitch each; 140 / 2.5 round the edge and 1000 / (3 × 4); one tie.
    expect(estimateStitches('fill', rectangle(20, 50))).toEqual({
      ...{ stitches: 1250 + 125 + 139 + 6, lengthMm: 4 },
      counted: { rows: 1250, ends: 125, underlay: 139, ties: 6 },
    }));
  test('thumb rules: a filled square inch has 900 to 2,000 stitches with its underlay, a 10 mm block capital 90 to 180 (from memory)', () => {
    const inch = estimateStitches('fill', rectangle(25.4, 25.4)).stitches;
    expect(inch).toBeGreaterThan(900);
    expect(inch).toBeLessThan(2000);
    // The limbs of a block E or H, 1.5 mm wide: 25 to 30 mm of column.
    for (const along of [22, 30]) {
      const letter = estimateStitches('lettering', shape({ areaMm2: 1.5 * along, strokeMm: 1.5 })).stitches;
      expect(letter).toBeGreaterThan(90);
      expect(letter).toBeLessThan(180);
    }
  });
  test('the edge of a disc is shorter than that of its box', () => {
    const disc = shape({ areaMm2: Math.PI * 400, widthMm: 40, heightMm: 40 });
    const round = (estimateStitches('fill', disc).counted.underlay - (Math.PI * 400) / 12) * 2.5;
    // Its true edge is 126 mm, its box 160.
    expect(round).toBeGreaterThan(120);
    expect(round).toBeLessThan(150);
  });
  test('a column: two crossings every 0.4 mm of its length; its underlay by its width', () => {
    const column = (strokeMm: number) =>
      estimateStitches('satin', shape({ areaMm2: 40 * strokeMm, strokeMm })).counted;
    expect(column(2)).toEqual({ rows: 200, ends: 0, underlay: 16, ties: 6 });
    expect([0.79, 0.8, 2.99, 3].map((width) => column(width).underlay)).toEqual([0, 16, 16, 32]);
  });
  test('a column’s stitch is as long as it is wide, within what a machine sews', () => {
    const length = (strokeMm: number) => estimateStitches('lettering', shape({ strokeMm })).lengthMm;
    expect([3, 0.2, 30].map(length)).toEqual([3, 0.6, 12]);
  });
  test('a run is its length, not its area', () =>
    expect(estimateStitches('run', shape({ areaMm2: 50, strokeMm: 0.5 }))).toEqual({
      ...{ stitches: 46, lengthMm: 2.5 },
      counted: { rows: 40, ends: 0, underlay: 0, ties: 6 },
    }));
  test('every letter of a line is tied in and off; the smallest dot is its ties', () => {
    expect(estimateStitches('lettering', shape({ pieces: 9 })).counted.ties).toBe(54);
    expect(estimateStitches('fill', { ...rectangle(0, 0), strokeMm: 1 }).stitches).toBe(6);
  });
});

describe('the workshop’s own factor', () => {
  const times = (...factors: number[]) =>
    ownFactor(factors.map((factor) => ({ estimated: 1000, counted: 1000 * factor })));
  test('before anything is known it is 1, and the range is wide', () => {
    const { factor, low, high, designs } = ownFactor([]);
    expect([factor, designs]).toEqual([1, 0]);
    expect(low * high).toBeCloseTo(1, 12);
    // exp(1.645 × 0.15 × √2), the normal's ninety-five percent point from a printed table.
    expect(high).toBeCloseTo(1.4176, 3);
  });
  test('one design draws it half the way, many all the way', () => {
    expect(times(1.44).factor).toBeCloseTo(1.2, 10);
    expect(times(...Array<number>(40).fill(1.3)).factor).toBeCloseTo(1.3, 1);
  });
  test('designs that agree make the range narrow, those that do not keep it wide', () => {
    const width = ({ low, high }: { low: number; high: number }) => high / low;
    const agree = times(...Array<number>(12).fill(1.2));
    const differ = times(...Array<number>(6).fill(0.8), ...Array<number>(6).fill(1.8));
    expect(width(agree)).toBeLessThan(width(times(1.2)));
    expect(width(differ)).toBeGreaterThan(width(agree) * 1.5);
    expect(agree.low).toBeLessThan(1.2);
    expect(agree.high).toBeGreaterThan(1.2);
  });
  test('another design than the one read, or none counted, teaches nothing', () => {
    const { designs, factor } = ownFactor([
      { estimated: 1000, counted: 4001 },
      { estimated: 1000, counted: 0 },
      { estimated: 4001, counted: 1000 },
      { estimated: 0, counted: 100 },
    ]);
    expect([designs, factor]).toEqual([0, 1]);
    expect(times(4).designs).toBe(1);
  });
  test('nine of ten of the next designs lie in its range', () => {
    // Sixty shops whose files differ, each with its own factor; the normal by Box and Muller 1958.
    const luck = chance(20261126);
    const normal = () => Math.sqrt(-2 * Math.log(1 - luck.next())) * Math.cos(2 * Math.PI * luck.next());
    let inside = 0;
    const shops = 600;
    for (let shop = 0; shop < shops; shop++) {
      const own = Math.exp(0.15 * normal());
      const spread = 0.08 + 0.1 * luck.next();
      const design = () => own * Math.exp(spread * normal());
      const { low, high } = times(...Array.from({ length: 12 }, design));
      const next = design();
      if (next >= low && next <= high) inside++;
    }
    expect(inside / shops).toBeGreaterThan(0.86);
    expect(inside / shops).toBeLessThan(0.96);
  });
});
