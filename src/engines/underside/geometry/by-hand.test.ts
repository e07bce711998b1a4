import { describe, expect, test } from 'vitest';
import { madeUnderside, type UndersideMade } from '../../../../tools/made/undersides/underside.ts';
import { boxFrom, oneMore, orderOf, outlinesFrom, shifted, type Outline } from './by-hand.ts';
import { readUnderside } from '../read.ts';

const made = (shares: readonly number[], tiltDegrees = 3): UndersideMade => ({
  ...{
    seed: 5,
    columns: shares.map((share) => ({ colour: '#12509a', share })),
    bobbin: '#f6f5f0',
    tiltDegrees,
  },
});
const upright = (x: number, y: number, wide = 20, long = 80): Outline => [
  [x, y],
  [x + wide, y],
  [x + wide, y + long],
  [x, y + long],
];

describe('columns put right by hand', () => {
  test('where they are said to be they are measured as if they had been found there', async () => {
    const { pixels } = await madeUnderside(made([0.2, 0.33, 0.45, 0.6]));
    const found = readUnderside(pixels, { columnMm: 10 });
    expect(found).toHaveLength(4);
    const outlines = found.map(({ outline }) => outline);
    const given = readUnderside(pixels, { columnMm: 10, outlines });
    given.forEach((column, index) => {
      expect(Math.abs(column.share! - found[index]!.share!)).toBeLessThan(0.012);
      expect(Math.abs(column.outline[0]![0] - found[index]!.outline[0]![0])).toBeLessThan(3);
    });
  });
  test('a frame that lies a little beside its column finds it; one left out is not told, in the order given', async () => {
    const { pixels } = await madeUnderside(made([0.2, 0.33, 0.45, 0.6]));
    const found = readUnderside(pixels, { columnMm: 10 });
    const wide = boxFrom(found[0]!.outline, pixels).wide;
    const given = readUnderside(pixels, {
      columnMm: 10,
      outlines: [shifted(found[3]!.outline, 0.08 * wide, 4), shifted(found[1]!.outline, -0.08 * wide, -4)],
    });
    expect(given).toHaveLength(2);
    expect(given[0]!.share).toBeCloseTo(0.6, 1);
    expect(given[1]!.share).toBeCloseTo(0.33, 1);
  });
  test('on bare cloth no number is given, but why', async () => {
    const { pixels } = await madeUnderside(made([0.3, 0.3]));
    const [first] = readUnderside(pixels, { columnMm: 10 });
    const bare = shifted(first!.outline, 0, -1.6 * boxFrom(first!.outline, pixels).long);
    const [at] = readUnderside(pixels, { columnMm: 10, outlines: [bare] });
    expect(at).toMatchObject({ share: null, widths: null });
    expect(at!.why).toMatch(/^Cannot read column 1: /);
  });
  test('one more stands a pitch on, where there is room and no other column', () => {
    const picture = { width: 400, height: 200 };
    const corner = (outlines: Outline[], beside: number) =>
      oneMore(outlines, beside, picture)[0]!.map(Math.round);
    expect(corner([upright(20, 20), upright(60, 20), upright(100, 20)], 2)).toEqual([140, 20]);
    // Beside the first there is the second on its right: it goes to the side that is free.
    expect(corner([upright(120, 20), upright(160, 20)], 0)).toEqual([80, 20]);
    // Alone: two widths on; at the rim on the other side.
    expect(corner([upright(20, 20)], 0)).toEqual([60, 20]);
    expect(corner([upright(370, 20)], 5)).toEqual([330, 20]);
    // One that was taken out of the middle comes back there.
    expect(corner([upright(20, 20), upright(60, 20), upright(140, 20)], 1)).toEqual([100, 20]);
  });
  test('a rectangle and its corners are the same, however it lies; columns are ordered from left to right', () => {
    const box = boxFrom(upright(100, 50, 20, 80), { width: 150, height: 200 });
    expect(box).toMatchObject({ x: 110, y: 90, long: 80, wide: 20, isCut: false });
    expect(box.angle).toBeCloseTo(Math.PI / 2, 9);
    expect(boxFrom(upright(140, 50), { width: 150, height: 200 }).isCut).toBe(true);
    const lying: Outline = [
      [100, 60],
      [100, 40],
      [180, 40],
      [180, 60],
    ];
    expect(boxFrom(lying, { width: 300, height: 200 })).toMatchObject({
      x: 140,
      y: 50,
      long: 80,
      wide: 20,
      angle: 0,
    });
    expect(orderOf([upright(100, 20), upright(20, 24), upright(60, 18)])).toEqual([1, 2, 0]);
  });
  test('as it stands in an address', () => {
    expect(outlinesFrom('1,2;3,2;3,9.5;1,9.5|10,2;12,2;12,9;10,9')).toEqual([
      [
        [1, 2],
        [3, 2],
        [3, 9.5],
        [1, 9.5],
      ],
      [
        [10, 2],
        [12, 2],
        [12, 9],
        [10, 9],
      ],
    ]);
    expect(outlinesFrom(undefined)).toBeUndefined();
  });
});
