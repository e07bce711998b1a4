import { describe, expect, test } from 'vitest';
import { leaningLetter } from '../../../../tests/support/made-letters.ts';
import { measureLine } from '../lettering/measure-line.ts';
import { tipsOf } from './tips.ts';

const high = 80;
/** A T 80 high whose arms end in tips that rise by so much, px; its foot at 40. */
const letterT = (tip: number) => (x: number, y: number) => {
  const isBar = Math.abs(x) <= 30 && y >= -high / 2 && y <= -high / 2 + 10;
  const isTip = Math.abs(x) >= 24 && Math.abs(x) <= 30 && y >= -high / 2 - tip && y <= -high / 2;
  return isBar || isTip || (Math.abs(x) <= 6 && Math.abs(y) <= high / 2);
};
const round = (x: number, y: number) => Math.hypot(x, y) <= high / 2;
const twoStems = (x: number, y: number) =>
  Math.abs(y) <= high / 2 && Math.abs(x) <= 25 && (Math.abs(x) >= 15 || y > 30);

describe('tips over a flat head', () => {
  test.each([0, 6, -11])('the arms of a T of an old face are turned up; leaning by %i°', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const course = { is: 'straight', angle } as const;
    const over = (isIn: typeof round) => tipsOf(leaningLetter([100, 100], 70, angle, isIn), course, high);
    expect(Math.abs(over(letterT(5)) - 5)).toBeLessThan(1.1);
    expect([letterT(0), round, twoStems].map(over)).toEqual([0, 0, 0]);
  });
  test('a word that begins with such a T is as high as its flat head', () => {
    const small = (x: number, y: number) => Math.abs(x) <= 20 && y <= high / 2 && y >= -12;
    const letters = [letterT(6), small, small, small, small].map((isIn, k) =>
      leaningLetter([100 + 70 * k, 200], 70, 0, isIn),
    );
    expect(Math.abs(measureLine(letters, { is: 'straight', angle: 0 }).heightPx - high)).toBeLessThan(1.1);
  });
});
