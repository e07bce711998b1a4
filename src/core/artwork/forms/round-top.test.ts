import { describe, expect, test } from 'vitest';
import { leaningLetter } from '../../../../tests/support/made-letters.ts';
import { measureLine } from './measure-line.ts';
import { isRoundOnTop } from './round-top.ts';

const high = 60;
const flat = (x: number, y: number) => Math.abs(x) <= 20 && Math.abs(y) <= high / 2;
const leaning = (x: number, y: number, angle: number, isIn: typeof flat) =>
  leaningLetter([x, y], 60, angle, isIn);
const round = (x: number, y: number) => Math.hypot(x, y) <= high / 2;

describe('round on top', () => {
  test.each([0, 1, -4, 9, -12, 17])('an O is, an H is not, leaning by %i°', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const is = (shape: typeof flat) => isRoundOnTop(leaning(100, 100, angle, shape), { is: 'straight', angle });
    expect([is(flat), is(round)]).toEqual([false, true]);
  }); // prettier-ignore
  test.each([
    ['an arch', true],
    ['a bowl', false],
  ] as const)('on %s each in its own lean', (_name, isArch) => {
    const course = { is: 'bent', x: 300, y: 300, radius: 200, isArch } as const;
    for (const turn of [-0.6, -0.2, 0.3, 0.7]) {
      const [x, y] = [300 + 200 * Math.sin(turn), 300 + (isArch ? -200 : 200) * Math.cos(turn)];
      const is = (shape: typeof flat) => isRoundOnTop(leaning(x, y, isArch ? turn : -turn, shape), course);
      expect([is(flat), is(round)]).toEqual([false, true]);
    }
  });
  test.each([0, 5, -9, 14])('flat capitals that lean by %i° are as high as upright ones', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    // The corners of their pixels stand out at head and foot, by about half a pixel each.
    const letters = [0, 1, 2, 3, 4].map((k) => leaning(100 + 60.3 * k * cos, 200 + 60.3 * k * sin, angle, flat));
    expect(Math.abs(measureLine(letters, { is: 'straight', angle }).heightPx - high)).toBeLessThan(1.5);
  }); // prettier-ignore
});
