import { describe, expect, test } from 'vitest';
import { leaningLetter } from '../../../../tests/support/made-letters.ts';
import { measureLine } from '../lettering/measure-line.ts';
import { isRoundBelow, isRoundOnTop } from './round-top.ts';

const high = 60;
const flat = (x: number, y: number) => Math.abs(x) <= 20 && Math.abs(y) <= high / 2;
const leaning = (x: number, y: number, angle: number, isIn: typeof flat) =>
  leaningLetter([x, y], 60, angle, isIn);
const stem = (x: number, y: number) =>
  Math.abs(x) <= 4 && Math.hypot(0, Math.max(0, Math.abs(y) - 26), x) <= 4.5;
const wedge = (x: number, y: number) => Math.abs(y) <= high / 2 && Math.abs(x) <= 0.3 + 0.5 * (y + high / 2);
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
    const letters = [0, 1, 2, 3, 4].map((k) => leaning(100 + 60.3 * k * cos, 200 + 60.3 * k * sin, angle, flat));
    expect(Math.abs(measureLine(letters, { is: 'straight', angle }).heightPx - high)).toBeLessThan(0.5);
  }); // prettier-ignore
  test.each([0, 8, -12])('a stem whose end is rounded is not, a point is; leaning by %i°', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const is = (shape: typeof flat) => isRoundOnTop(leaning(100, 100, angle, shape), { is: 'straight', angle });
    expect([is(stem), is(wedge)]).toEqual([false, true]);
  }); // prettier-ignore
  test.each([0, 7, -10])('two points are, two stems cut off flat are not; leaning by %i°', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const peaks = (tip: number) => (x: number, y: number) => Math.abs(y) <= high / 2 && Math.abs(Math.abs(x) - 18) <= tip + 0.4 * (y + high / 2);
    const is = (shape: typeof flat) => isRoundOnTop(leaning(100, 100, angle, shape), { is: 'straight', angle });
    expect([is(peaks(0.3)), is(peaks(5))]).toEqual([true, false]);
  }); // prettier-ignore
  test.each([0, 9, -12])('a foot is told as a head is: of a point upside down; leaning by %i°', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const course = { is: 'straight', angle } as const;
    const is = (shape: typeof flat) => {
      const letter = leaning(100, 100, angle, shape);
      return [isRoundOnTop(letter, course), isRoundBelow(letter, course)];
    };
    expect([flat, round, wedge, (x: number, y: number) => wedge(x, -y)].map(is)).toEqual([[false, false], [true, true], [true, false], [false, true]]);
  }); // prettier-ignore
  test('one letter by itself that is round at both ends is as high as a flat one beside it would be', () => {
    const o = leaning(100, 100, 0, round);
    // An O stands out by about a hundredth at either end. Common practice, no published source.
    const { heightPx } = measureLine([o], { is: 'straight', angle: 0 });
    expect(heightPx).toBeGreaterThan(0.95 * high);
    expect(heightPx).toBeLessThan(0.98 * high);
  });
});
