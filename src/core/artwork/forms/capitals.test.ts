import { describe, expect, test } from 'vitest';
import { capitalsOf, type Standing } from './capitals.ts';

/** Letters beside one another, as high as told; those with an o are round on top. */
const standing = (...of: (number | `${number}o`)[]): Standing[] =>
  of.map((one, k) => ({
    along: 60 * k,
    half: 25,
    height: parseFloat(String(one)),
    isRound: typeof one === 'string',
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
});
