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
const capitals = (all: Standing[]) =>
  capitalsOf(
    all,
    all.map(({ height }) => height).sort((a, b) => a - b),
    false,
  );

describe('height of the capitals', () => {
  test('is told by the flat heads where there are three: the hairlines at the top of an O blur away', () => {
    expect(capitals(standing(100, '95o', '95o', 101, '95o', '95o', 100))).toBe(100);
  });
  test('is told by the round ones where there are no others', () => {
    expect(capitals(standing('98o', '99o', '98o', 90, '98o'))).toBeCloseTo(98, 5);
  });
  test('of a word of small letters is that of its first', () => {
    expect(capitals(standing('96o', 65, 65, 110, 66, 110))).toBe(96);
  });
  test('is told by the first three where figures after them are lower: common practice, no published source', () => {
    expect(capitals(standing(100, 101, 100, 95, 95, 95, 95, 95))).toBe(100);
    expect(capitals(standing(100, 95, 100, 95, 95, 95, 95))).toBe(95);
  });
  test('of a first letter written in two pieces is that of both', () => {
    const pieces = standing(80, 65, 66, 110, 65);
    pieces.splice(1, 0, { ...pieces[0]!, along: 20, height: 100 });
    expect(capitals(pieces)).toBe(100);
  });
  test.each([
    ['a tall small letter follows its foot', [60, 160, 250, 255, 110, 270, 275, 275], 255],
    ['its swash begins low', [36, 36, 69, 109, 134, 142, 141, 75, 75, 81, 142], 142],
    ['it rises to its end', [170, 210, 230, 236, 240, 246, 110, 126, 126, 140, 254], 246],
  ] as const)('of joined letters is the first’s, where %s', (_name, slices, height) => {
    // Slices are a fifth of a height wide.
    const step = Math.max(...slices) / 5;
    const all = slices.map((high, k) => ({ along: step * k, half: step / 2, height: high, isRound: false, isSlice: true }));
    expect(capitalsOf(all, slices.toSorted((a, b) => a - b), true)).toBe(height);
  }); // prettier-ignore
});
