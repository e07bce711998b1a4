import { describe, expect, test } from 'vitest';
import { boxLetter } from '../../../../tests/support/made-letters.ts';
import { byLevel, chain, follow } from './groups.ts';
import { areOfOneShape, isLettering } from './lettering.ts';
import type { Letter } from './letters.ts';
import { baseOf, measureLine } from './measure-line.ts';

/** A letter of thin strokes: as an E, it fills a third of its box. */
const letter = (left: number, top: number, wide: number, high: number, more: object = {}): Letter =>
  boxLetter(left, top, wide, high, { area: Math.round(wide * high * 0.4), ...more });
const row = (count: number, step = 20, top = 100): Letter[] =>
  Array.from({ length: count }, (_, k) => letter(10 + step * k, top, 14, 24, { area: 130 + 11 * (k % 3) }));
const sizes = (groups: readonly (readonly Letter[])[]) => groups.map((group) => group.length).sort();

describe('letters that could stand on one line', () => {
  test('neighbours are chained; a gap of nearly a height parts them', () => {
    expect(sizes(chain(row(5)))).toEqual([5]);
    // 24 high: 22 px apart is less than 0.95 of it, 23 is more.
    expect(sizes(chain([letter(0, 0, 10, 24), letter(31, 0, 10, 24)]))).toEqual([2]);
    expect(sizes(chain([letter(0, 0, 10, 24), letter(33, 0, 10, 24)]))).toEqual([1, 1]);
  });
  test('more than 2.4 times as high, or strokes 2.6 times as stout, are no neighbours', () => {
    const beside = (high: number, more: object = {}) =>
      sizes(chain([letter(0, 0, 10, 20), letter(12, 20 - high, 10, high, more)]));
    expect(beside(48)).toEqual([2]);
    expect(beside(49)).toEqual([1, 1]);
    expect(beside(20, { stemPx: 10.4 })).toEqual([2]);
    expect(beside(20, { stemPx: 10.5 })).toEqual([1, 1]);
  });
  test('at another level than a tilt of 20° explains they are not; what lies within another is none', () => {
    // 20 px on: 0.28 of 24 and 7.3 more.
    const lower = (by: number) => sizes(chain([letter(0, 0, 14, 24), letter(20, by, 14, 24)]));
    expect(lower(13)).toEqual([2]);
    expect(lower(15)).toEqual([1, 1]);
    expect(sizes(chain([letter(0, 0, 30, 30), letter(5, 5, 14, 20)]))).toEqual([1, 1]);
  });
  test('lines close above one another are taken apart by level, the odd one out to the nearest', () => {
    const two = byLevel([...row(5), ...row(5, 20, 126)]);
    expect(sizes(two)).toEqual([5, 5]);
    for (const line of two) expect(new Set(line.map(({ top }) => top)).size).toBe(1);
    expect(byLevel(row(5))).toHaveLength(1);
    expect(byLevel(row(3))).toHaveLength(1);
    // A bent line lies at several levels, beside one another.
    const arch = row(7).map((one, k) => letter(one.left, 100 + 6 * (k - 3) ** 2, 14, 24));
    expect(byLevel(arch)).toHaveLength(1);
  });
  test('groups go on along their own direction, turning a little; a sharp turn or a gap ends them', () => {
    const half = (from: number, rise: number) =>
      Array.from({ length: 3 }, (_, k) => letter(10 + 20 * (from + k), 100 + rise * k, 14, 24));
    expect(sizes(follow([half(0, 0), half(3, 0)]))).toEqual([6]);
    expect(sizes(follow([half(0, 0), half(5, 0)]))).toEqual([3, 3]);
    // The next stands over the last.
    const above = Array.from({ length: 3 }, (_, k) => letter(50, 70 - 28 * k, 14, 24));
    expect(sizes(follow([half(0, 0), above]))).toEqual([3, 3]);
    // Twice as large is another word.
    const large = [letter(70, 76, 32, 56)];
    expect(sizes(follow([half(0, 0), large]))).toEqual([1, 3]);
  });
});

describe('what is lettering at all', () => {
  test('three and more of thin strokes; two only if they are alike', () => {
    expect(isLettering(row(3))).toBe(true);
    expect(isLettering(row(1))).toBe(false);
    expect(isLettering([letter(0, 0, 14, 24), letter(20, 0, 12, 24, { area: 100 })])).toBe(true);
    // One half as high again, or strokes of 0.4 of the height: two odd shapes.
    expect(isLettering([letter(0, 0, 14, 24), letter(20, -12, 14, 36)])).toBe(false);
    expect(isLettering([letter(0, 0, 14, 24), letter(20, -11, 14, 35)])).toBe(true);
    expect(isLettering([letter(0, 0, 14, 24, { strokePx: 10 }), letter(20, 0, 14, 24)])).toBe(false);
    expect(isLettering([letter(0, 0, 14, 24), letter(20, 0, 14, 24, { strokePx: 10 })])).toBe(false);
  });
  test('full boxes are bars; one that is none makes them letters; slices of joined letters are no bars', () => {
    const bars = [0, 1, 2].map((k) => boxLetter(20 * k, 0, 8, 30 + 5 * k));
    expect(isLettering(bars)).toBe(false);
    expect(isLettering([...bars, letter(60, 0, 14, 30)])).toBe(true);
    expect(isLettering(bars.map((bar) => ({ ...bar, isSlice: true })))).toBe(true);
  });
  test('all of one size and a single stroke each are ornaments', () => {
    // A stroke of 4 px along the diagonal of 14 × 24: 111 px; up to a quarter more.
    const strokes = (area: number, stroke = 4) =>
      [0, 1, 2].map((k) => letter(20 * k, 0, 14, 24, { area, strokePx: k === 2 ? stroke : 4 }));
    expect(isLettering(strokes(135))).toBe(false);
    expect(isLettering(strokes(140))).toBe(true);
    expect(isLettering(strokes(135, 4.5))).toBe(true);
    expect(areOfOneShape(strokes(135))).toBe(true);
    expect(areOfOneShape([letter(0, 0, 9, 9, { area: 100 }), letter(0, 0, 9, 9, { area: 103 })])).toBe(true);
    expect(areOfOneShape([letter(0, 0, 9, 9, { area: 100 }), letter(0, 0, 9, 9, { area: 104 })])).toBe(false);
  });
});

describe('the height of a line', () => {
  const of = (tops: readonly (readonly [top: number, bottom: number])[]) =>
    measureLine(
      tops.map(([top, bottom], k) => letter(20 * k, top, 14, bottom - top)),
      { is: 'straight', angle: 0 },
    );
  test('capitals by the lower of the tall ones; what hangs below the line is no taller', () => {
    expect(of([[0, 30], [0, 30], [0, 30], [0, 30], [-1, 30]])).toMatchObject({ heightPx: 30, base: 30, smallestPx: 30 }); // prettier-ignore
    // A Q hangs by 8.
    expect(of([[0, 30], [0, 38], [0, 30], [0, 30]]).heightPx).toBe(30); // prettier-ignore
  });
  test('a mixed line by its first letter where that is tall, else by the tallest; the smallest are the x-height', () => {
    const mixed = of([[2, 30], [10, 30], [10, 30], [0, 30], [10, 30]]); // prettier-ignore
    expect(mixed).toMatchObject({ heightPx: 28, smallestPx: 20, base: 30 });
    expect(of([[10, 30], [10, 30], [0, 30], [10, 30]]).heightPx).toBe(30); // prettier-ignore
  });
  test('the base line is where most feet stand; of equally many the higher', () => {
    const reach = (low: number) => ({ low, high: low - 30, along: 0 });
    expect(baseOf([30, 30, 31, 40].map(reach))).toBe(30);
    expect(baseOf([40, 40, 30, 30].map(reach))).toBe(30);
    expect(baseOf([30, 33, 33, 36].map(reach))).toBe(33);
  });
  test('its stroke is its stems’, of joined letters its strokes’; its tilt that of its course', () => {
    const letters = [4, 6, 9].map((stemPx, k) => letter(20 * k, 0, 14, 24, { stemPx, strokePx: 3 + k }));
    const course = { is: 'straight', angle: 0.1 } as const;
    expect(measureLine(letters, course)).toMatchObject({ strokePx: 6, angle: 0.1 });
    const joined = letters.map((one) => ({ ...one, isSlice: true }));
    expect(measureLine(joined, course).strokePx).toBe(4);
    const bent = { is: 'bent', x: 0, y: 300, radius: 300, isArch: true } as const;
    // Of a bent line that of its chord: from the first letter's middle to the last's.
    const rising = [letter(0, 40, 14, 24), letter(20, 30, 14, 24), letter(40, 20, 14, 24)];
    expect(measureLine(rising, bent).angle).toBeCloseTo(Math.atan2(-20, 40), 9);
  });
});
