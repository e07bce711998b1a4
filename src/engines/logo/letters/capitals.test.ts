import { describe, expect, test } from 'vitest';
import { capitalsOf, type Standing } from './capitals.ts';

/** Letters beside one another, as high as told; those with an o are round on top. */
const standing = (...of: (number | `${number}o`)[]): Standing[] =>
  of.map((one, k) => ({
    along: 60 * k,
    half: 25,
    height: parseFloat(String(one)),
    isRound: typeof one === 'string',
    isSlice: false,
  }));

describe('height of the capitals', () => {
  test('is told by the flat heads where there are three: the hairlines at the top of an O blur away', () => {
    expect(capitalsOf(standing(100, '95o', '95o', 101, '95o', '95o', 100))).toBe(100);
  });
  test('is told by the round ones where there are no others', () => {
    expect(capitalsOf(standing('98o', '99o', '98o', 90, '98o'))).toBeCloseTo(98, 5);
  });
  test('of a word of small letters is that of its first', () => {
    expect(capitalsOf(standing('96o', 65, 65, 110, 66, 110))).toBe(96);
  });
  test('is told by the first three where figures after them are lower: common practice, no published source', () => {
    expect(capitalsOf(standing(100, 101, 100, 95, 95, 95, 95, 95))).toBe(100);
    expect(capitalsOf(standing(100, 95, 100, 95, 95, 95, 95))).toBe(95);
  });
  test('of a first letter written in two pieces is that of both', () => {
    const pieces = standing(80, 65, 66, 110, 65);
    pieces.splice(1, 0, { ...pieces[0]!, along: 20, height: 100 });
    expect(capitalsOf(pieces)).toBe(100);
  });
  test.each([
    ['a tall small letter follows its foot', [60, 160, 250, 255, 110, 270, 275, 275], 255],
    ['its swash begins low', [36, 36, 69, 109, 134, 142, 141, 75, 75, 81, 142], 142],
    ['it rises to its end', [170, 210, 230, 236, 240, 246, 110, 126, 126, 140, 254], 246],
  ] as const)('of joined letters is the first’s, where %s', (_name, slices, height) => {
    // Slices are a fifth of a height wide.
    const step = Math.max(...slices) / 5;
    const all = slices.map((high, k) => ({ along: step * k, half: step / 2, height: high, isRound: false, isSlice: true }));
    expect(capitalsOf(all)).toBe(height);
  }); // prettier-ignore
  test('of capitals of which some touch is that of most; a small word’s is still its first’s', () => {
    const joined = (...heights: number[]): Standing[] =>
      heights.map((height, k) => ({ along: 12 * k, half: 6, height, isRound: false, isSlice: true }));
    const shifted = (by: number, all: Standing[]) => all.map((one) => ({ ...one, along: one.along + by }));
    const [first, ...others] = standing(106, 101, 100);
    expect(capitalsOf([first!, ...shifted(60, joined(100, 100, 40, 99, 101)), ...shifted(120, others)])).toBe(
      100,
    );
    const word = [
      standing(100)[0]!,
      ...shifted(60, joined(66, 65, 66, 66)),
      ...shifted(120, standing(65, 110)),
    ];
    expect(capitalsOf(word)).toBe(100);
  });
});
