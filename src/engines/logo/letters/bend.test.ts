import { describe, expect, test } from 'vitest';
import { chance } from '../../../core/base/chance.ts';
import { boxLetter, leaningLetter, letterOf } from '../../../../tests/support/made-letters.ts';
import { courseOf } from './bend.ts';
import { unevenness } from './level.ts';
import { extentAt, reachOf, type Course } from './reach.ts';
import { tiltOf } from './tilt.ts';
import type { Letter } from './letters.ts';

/** The pixels whose middles lie in a box that leans about its middle, radians. */
const leaning = (middle: readonly [number, number], wide: number, high: number, angle: number): Letter =>
  leaningLetter(middle, Math.ceil(Math.hypot(wide, high) / 2) + 1, angle, (x, y) => Math.abs(x) <= wide / 2 && Math.abs(y) <= high / 2); // prettier-ignore
const straight = (angle: number): Course => ({ is: 'straight', angle });

describe('how far a letter reaches across a line', () => {
  test('level: its foot and head, counted downwards, and its middle', () => {
    expect(reachOf(boxLetter(10, 20, 6, 30), straight(0))).toEqual({ low: 50, high: 20, along: 13 });
  });
  test('at a tilt: as far as its corners, whatever the box', () => {
    const luck = chance(5);
    const any = (from: number, to: number) => Math.floor(luck.between(from, to));
    for (let round = 0; round < 100; round++) {
      const [left, top, wide, high] = [any(-50, 50), any(-50, 50), any(1, 30), any(1, 30)] as const;
      const angle = luck.between(-1.5, 1.5);
      const corners = [left, left + wide].flatMap((x) =>
        [top, top + high].map((y) => ({
          across: y * Math.cos(angle) - x * Math.sin(angle),
          along: x * Math.cos(angle) + y * Math.sin(angle),
        })),
      );
      const across = corners.map((corner) => corner.across);
      const along = corners.map((corner) => corner.along);
      const letter = boxLetter(left, top, wide, high);
      const reach = reachOf(letter, straight(angle));
      expect(reach.low).toBeCloseTo(Math.max(...across), 9);
      expect(reach.high).toBeCloseTo(Math.min(...across), 9);
      expect(reach.along).toBeCloseTo(along.reduce((sum, one) => sum + one, 0) / 4, 9);
      const extent = extentAt(letter, angle);
      expect(extent.high).toBeCloseTo(Math.max(...across) - Math.min(...across), 9);
      expect(extent.wide).toBeCloseTo(Math.max(...along) - Math.min(...along), 9);
    }
  });
  test('rows without pixels say nothing', () => {
    const i = letterOf([[5, 7], [1, 0], [5, 7], [5, 7]], 10); // prettier-ignore
    expect(reachOf(i, straight(0))).toEqual({ low: 14, high: 10, along: 6.5 });
    const gap = letterOf([[90, 95], [1, 0], [0, 5]], 0); // prettier-ignore
    expect(reachOf(gap, straight(0.1)).low).toBeCloseTo(3 * Math.cos(0.1), 9);
  });
  test('on an arch its foot lies nearest to the centre, on a bowl its head; along is the way on the circle', () => {
    const luck = chance(6);
    for (const isArch of [true, false])
      for (let round = 0; round < 50; round++) {
        const letter = boxLetter(Math.floor(luck.between(60, 120)), Math.floor(luck.between(0, 40)), 7, 20);
        const course = { is: 'bent', x: 100, y: isArch ? 300 : -250, radius: 270, isArch } as const;
        const far: number[] = [];
        for (let y = letter.top; y <= letter.bottom; y++)
          for (let x = letter.left; x <= letter.right + 1; x += 0.125)
            far.push(Math.hypot(x - course.x, y + 0.5 - course.y));
        const [nearest, farthest] = [Math.min(...far), Math.max(...far)];
        const { low, high, along } = reachOf(letter, course);
        expect(low).toBeCloseTo(isArch ? 270 - nearest : farthest - 270, 1);
        expect(high).toBeCloseTo(isArch ? 270 - farthest : nearest - 270, 1);
        const [dx, dy] = [letter.left + 3.5 - 100, letter.top + 9.5 - course.y];
        expect(along).toBeCloseTo(270 * Math.atan(dx / Math.abs(dy)), 6);
      }
  });
});

describe('how level letters stand', () => {
  test('the mean distance of feet from the middle foot, a third of that of heads; a descender counts as a fifth of a height', () => {
    // Feet at 50, 50, 54; heads at 20, 22, 20.
    const letters = [boxLetter(0, 20, 8, 30), boxLetter(12, 22, 8, 28), boxLetter(24, 20, 8, 34)];
    expect(unevenness(letters, straight(0))).toBeCloseTo(4 / 3 + (0.35 * 2) / 3, 9);
    // The last hangs 30 below: no more than 0.2 of the middle height of 30.
    const hanging = [boxLetter(0, 20, 8, 30), boxLetter(12, 20, 8, 30), boxLetter(24, 20, 8, 60)];
    expect(unevenness(hanging, straight(0))).toBeCloseTo(6 / 3, 9);
  });
  test('the tilt of lines that lean together, to three tenths of a degree', () => {
    for (const degrees of [-17.3, -8, -0.4, 0, 3.3, 12.6, 19]) {
      const angle = (degrees * Math.PI) / 180;
      const word = (y: number) =>
        Array.from({ length: 7 }, (_, k) => {
          const [dx, dy] = [40 + 34 * k, y];
          const middle = [
            dx * Math.cos(angle) - dy * Math.sin(angle),
            dx * Math.sin(angle) + dy * Math.cos(angle),
          ] as const;
          return leaning(middle, 16, 40, angle);
        });
      const tilt = (tiltOf([word(100), word(180)]) * 180) / Math.PI;
      expect(tilt).toBeCloseTo(degrees, 0);
      expect(Math.abs(tilt - degrees)).toBeLessThan(0.3);
    }
    // Boxes of any slant, one beside the other: upright rather than leaning.
    expect(tiltOf([[boxLetter(0, 0, 10, 30)]])).toBe(0);
  });
});

describe('the course of a line', () => {
  const onCircle = (count: number, radius: number, isArch: boolean) =>
    Array.from({ length: count }, (_, k) => {
      const turn = ((k - (count - 1) / 2) * 30) / radius;
      const [x, y] = [400 + radius * Math.sin(turn), (isArch ? -1 : 1) * radius * Math.cos(turn)];
      return leaning([x, 500 + y], 14, 30, isArch ? turn : -turn);
    });
  test.each([
    ['an arch', true],
    ['a bowl', false],
  ] as const)('letters on %s: its middle and radius within a hundredth or so', (_name, isArch) => {
    const course = courseOf(onCircle(9, 200, isArch));
    if (course.is !== 'bent') throw new Error('taken for straight');
    expect(course.isArch).toBe(isArch);
    expect(Math.abs(course.radius - 200)).toBeLessThan(4);
    expect(Math.abs(course.x - 400)).toBeLessThan(2);
    expect(Math.abs(course.y - 500)).toBeLessThan(4);
    const along = onCircle(9, 200, isArch).map((letter) => reachOf(letter, course).along);
    along.slice(1).forEach((at, k) => expect(at - along[k]!).toBeCloseTo(30, -1));
  });
  test.each([
    ['the left half of an arch', -1.2, true],
    ['the right half of an arch', 0.2, true],
    ['the left half of a bowl', -1.2, false],
  ] as const)('%s: the same middle and radius, though they lie beside it', (_name, from, isArch) => {
    const letters = Array.from({ length: 8 }, (_, k) => {
      const turn = from + k * 0.14;
      const [x, y] = [400 + 220 * Math.sin(turn), (isArch ? -1 : 1) * 220 * Math.cos(turn)];
      return leaning([x, 500 + y], 14, 26, isArch ? turn : -turn);
    });
    const course = courseOf(letters);
    if (course.is !== 'bent') throw new Error('taken for straight');
    expect(Math.abs(course.radius - 220)).toBeLessThan(8);
    expect(Math.abs(course.x - 400)).toBeLessThan(8);
    expect(Math.abs(course.y - 500)).toBeLessThan(8);
  });
  test('three letters lie on a bend where each is turned with it, not where they stand upright', () => {
    const turned = courseOf(onCircle(3, 120, true));
    if (turned.is !== 'bent') throw new Error('taken for straight');
    expect(Math.abs(turned.radius - 120)).toBeLessThan(12);
    const upright = onCircle(3, 120, true).map(({ left, top }) => boxLetter(left, top, 14, 30));
    expect(courseOf(upright).is).toBe('straight');
  });
  test('straight: fewer than three letters, a bend that nobody sees, few slices, letters in a row', () => {
    expect(courseOf(onCircle(2, 120, true)).is).toBe('straight');
    expect(courseOf(onCircle(4, 120, true)).is).toBe('bent');
    expect(courseOf(onCircle(4, 120, false)).is).toBe('bent');
    // Nine letters of 30 px over 240 px: they rise by 3 px.
    expect(courseOf(onCircle(9, 2400, true)).is).toBe('straight');
    const slices = (count: number) =>
      onCircle(count, 200, true).map((letter) => ({ ...letter, isSlice: true }));
    expect(courseOf(slices(7)).is).toBe('straight');
    expect(courseOf(slices(9)).is).toBe('bent');
    const row = Array.from({ length: 9 }, (_, k) => boxLetter(30 * k, 40, 14, 30));
    expect(courseOf(row)).toEqual({ is: 'straight', angle: 0 });
  });
  test.each([4, 5, 6, 8])('%i letters on a shallow bowl are as high as they are', (count) => {
    // They rise by a quarter of their height over the chord.
    const chord = 30 * (count - 1);
    const letters = onCircle(count, chord ** 2 / (8 * 7.5) + 4, false);
    const course = courseOf(letters);
    expect(course.is).toBe('bent');
    for (const letter of letters) {
      const { low, high } = reachOf(letter, course);
      expect(Math.abs(low - high - 30)).toBeLessThan(1.5);
    }
  });
  test('letters that are joined tell nothing of the bend where enough stand alone', () => {
    const letters = onCircle(9, 160, true).map((letter, k) => (k > 2 && k < 6 ? { ...letter, isSlice: true, top: letter.top - 40, rows: Int32Array.from([...letter.rows]) } : letter)); // prettier-ignore
    const course = courseOf(letters);
    if (course.is !== 'bent') throw new Error('taken for straight');
    expect(Math.abs(course.radius - 160)).toBeLessThan(6);
    expect(course).toEqual(courseOf(letters.filter(({ isSlice }) => !isSlice)));
  });
  test.each([
    [-8, true],
    [9, false],
    [0, true],
  ] as const)('capitals and small letters on a bend that leans by %i°', (degrees, isArch) => {
    // D o g  W a l k i n g: heads at two levels, two letters that hang.
    const shapes = 'CxgCxlkixg';
    const lean = (degrees * Math.PI) / 180;
    const letters = [...shapes].map((shape, k) => {
      const turn = ((k - 4.5) * 24) / 110 + lean;
      const foot = shape === 'g' ? -9 : 0;
      const head = 'Clk'.includes(shape) ? 30 : 20;
      const middle = (isArch ? 1 : -1) * ((head + foot) / 2);
      const [x, y] = [
        400 + (110 + middle) * Math.sin(turn),
        (isArch ? -1 : 1) * (110 + middle) * Math.cos(turn),
      ];
      return leaning([x, 500 + y], 14, head - foot, isArch ? turn : -turn);
    });
    const course = courseOf(letters);
    expect(course.is).toBe('bent');
    const base = reachOf(letters[1]!, course).low;
    const { high } = reachOf(letters[0]!, course);
    expect(Math.abs(base - high - 30)).toBeLessThan(2);
  });
  test('a word of small and tall letters on a straight line, and one with a letter that hangs, are not bent', () => {
    const word = (shapes: string) =>
      [...shapes].map((shape, k) => {
        const [top, foot] = [
          shape === 'l' || shape === 'j' ? 0 : 10,
          shape === 'g' || shape === 'j' ? 40 : 30,
        ];
        return boxLetter(20 * k, top, 14, foot - top);
      });
    for (const shapes of [
      'laal',
      'alla',
      'laga',
      'lagal',
      'algla',
      'gaag',
      'jaal',
      'llaagall',
      'jallg',
      'lgaggalgag',
    ]) {
      expect(`${shapes} ${courseOf(word(shapes)).is}`).toBe(`${shapes} straight`);
    }
  });
});
