import { median } from 'simple-statistics';
import { describe, expect, test } from 'vitest';
import { flatBlock, type FlatColumn } from '../../../../tests/support/flat-block.ts';
import type { Pixels } from '../../picture/pixels.ts';
import type { Box } from '../geometry/box.ts';
import { measureEnds, type Measured } from './measure-ends.ts';
import { colourOf, type Colour } from '../image/planes.ts';
import { stripOf } from '../image/strip.ts';

const size = [160, 240] as const;
const cloth: Colour = [225, 220, 205];
const blue: Colour = [18, 60, 154];
const stripe: Colour = [236, 234, 226];
/** From row 60 to row 180, 40 px wide; its stripe is like the cloth. */
const column: FlatColumn = { x: 80, y: 120, long: 120, wide: 40, stripes: [[0.25, blue], [0.5, stripe], [0.25, blue]] }; // prettier-ignore
const part = ([r, g, b]: Colour): Colour => [r / 255, g / 255, b / 255];

/** The same light all over. */
const alike: (y: number) => number = () => 1;

/** The column found from one row to another, in a picture lit by `light`, with more painted on it. */
function measured(
  [from, to]: readonly [number, number],
  { light = alike, more = [] as readonly FlatColumn[], ground = cloth } = {},
): [Pixels, Measured] {
  const picture = flatBlock(size, ground, [...more, column]);
  picture.data.forEach((value, at) => {
    if (at % 4 !== 3) picture.data[at] = value * light(Math.floor(at / 4 / size[0]));
  });
  const box: Box = { x: 80, y: (from + to) / 2, angle: Math.PI / 2, long: to - from, wide: 40, isCut: false };
  const strip = stripOf(picture, box, [0.26, 0.26]);
  // As a sketch has it: the usual one beside what was found.
  const usual = median(Array.from({ length: to - from }, (_, row) => light(from + row)));
  const own = colourOf((plane) => usual * part(ground)[plane]);
  return [picture, { box, strip, cloth: [own, own], sides: [strip.first, strip.first + strip.wide] }];
}
/** How many times as long as wide it is. */
const ratio = 3;
/** Rows from which and to which it is told. */
const rows = ([picture, one]: [Pixels, Measured]) =>
  measureEnds(picture, [one], ratio)[0]!.map((end) => one.box.y + (end - 0.5) * one.box.long);
const lies = ([begins, ends]: readonly number[], off = 1) => {
  expect(Math.abs(begins! - 60)).toBeLessThan(off);
  expect(Math.abs(ends! - 180)).toBeLessThan(off);
};

describe('where a column that was measured begins and ends', () => {
  test('wherever it was found to, by its own colours: its stripe may be like the cloth', () => {
    lies(rows(measured([60, 180])));
    lies(rows(measured([78, 180])));
    lies(rows(measured([50, 165])));
    lies(rows(measured([52, 192])));
  });
  test('a thread that hangs from it, and something that lies across it, are none of it and do not end it', () => {
    const thread: FlatColumn = { x: 66, y: 205, long: 50, wide: 4, stripes: [[1, blue]] };
    const across: FlatColumn = { x: 80, y: 150, long: 2, wide: 90, stripes: [[1, cloth]] };
    lies(rows(measured([60, 196], { more: [thread, across] })));
  });
  test('in a shadow at one end its cloth is darker too: that is not the column', () => {
    lies(rows(measured([60, 180], { light: (y) => (y > 150 ? 0.55 : 1) })), 2);
    lies(rows(measured([60, 180], { light: (y) => Math.max(0.4, 1 - Math.abs(y - 120) / 150) })), 2.5);
  });
  test('on black cloth a shadow makes the column darker, not shorter', () => {
    const black: Colour = [12, 12, 13];
    lies(rows(measured([60, 180], { ground: black, light: (y) => (y < 85 ? 0.5 : 1) })), 1.5);
  });
  test('what lies beyond its cloth, of its own colour, is not more of it', () => {
    const table: FlatColumn = { x: 80, y: 225, long: 60, wide: 160, stripes: [[1, blue]] };
    lies(rows(measured([60, 180], { more: [table] })), 1.5);
  });
  test('as found where it is cut off, was not measured, or would be longer than the others', () => {
    const [picture, one] = measured([70, 170]);
    expect(measureEnds(picture, [{ ...one, box: { ...one.box, isCut: true } }, null], ratio)).toEqual([[0, 1], [0, 1]]); // prettier-ignore
    // Three as found, and one that something of its own colours goes on from.
    const wide = flatBlock([320, 240], cloth, [column, { ...column, x: 240 }, { ...column, x: 240, y: 190 }]);
    const columnAt = (x: number): Measured => ({
      ...measured([60, 180])[1],
      box: { ...one.box, x, y: 120, long: 120 },
    });
    const ends = measureEnds(wide, [columnAt(80), columnAt(80), columnAt(80), columnAt(240)], 4); // prettier-ignore
    // By itself it is so long, unless less was said.
    expect(measureEnds(wide, [columnAt(240)], 4)[0]![1]).toBeGreaterThan(1.2);
    expect(measureEnds(wide, [columnAt(240)], ratio)).toEqual([[0, 1]]);
    expect(ends[0]![1] - ends[0]![0]).toBeCloseTo(1, 1);
    expect(ends[3]).toEqual([0, 1]);
  });
});
