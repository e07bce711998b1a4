import { describe, expect, test } from 'vitest';
import { findLines } from './lines.ts';
import { splitParts } from '../parts/parts.ts';
import { distancesToOthers } from '../parts/widths.ts';

const [width, height] = [400, 200];
/** Px per mm of these pictures: a letter of 40 px is 4 mm high. */
const pxPerMm = 10;

/** Draws with a pen `thick` px wide along lines, and splits what is drawn. */
/** What a pen drew, as findLines takes it. */
function drawn(...asked: Parameters<typeof draw>) {
  const { parts, of } = draw(...asked);
  return findLines(parts, of, width, pxPerMm);
}

function draw(
  strokes: readonly (readonly [x0: number, y0: number, x1: number, y1: number])[],
  thick = 6,
): ReturnType<typeof splitParts> {
  const labels = new Uint8Array(width * height);
  for (const [x0, y0, x1, y1] of strokes) {
    const steps = Math.ceil(Math.hypot(x1 - x0, y1 - y0)) * 2 || 1;
    for (let step = 0; step <= steps; step++) {
      const x = x0 + ((x1 - x0) * step) / steps;
      const y = y0 + ((y1 - y0) * step) / steps;
      for (let dy = -thick / 2; dy < thick / 2; dy++)
        for (let dx = -thick / 2; dx < thick / 2; dx++)
          labels[Math.round(y + dy) * width + Math.round(x + dx)] = 1;
    }
  }
  return splitParts(
    labels,
    width,
    height,
    distancesToOthers(labels, width, height),
    (label) => label === 0,
    4,
  );
}

type Stroke = readonly [number, number, number, number];
const letter = (shape: 'L' | 'T' | 'E' | 'o' | 'g' | 'I', x: number, y: number, h: number): Stroke[] => {
  const w = h * 0.6;
  const all: Record<typeof shape, Stroke[]> = {
    L: [
      [x, y, x, y + h],
      [x, y + h, x + w, y + h],
    ],
    T: [
      [x, y, x + w, y],
      [x + w / 2, y, x + w / 2, y + h],
    ],
    E: [
      [x, y, x, y + h],
      [x, y, x + w, y],
      [x, y + h / 2, x + w, y + h / 2],
      [x, y + h, x + w, y + h],
    ],
    I: [[x, y, x, y + h]],
    o: [
      [x, y + h * 0.3, x + w, y + h * 0.3],
      [x + w, y + h * 0.3, x + w, y + h],
      [x, y + h, x + w, y + h],
      [x, y + h * 0.3, x, y + h],
    ],
    g: [
      [x, y + h * 0.3, x + w, y + h * 0.3],
      [x + w, y + h * 0.3, x + w, y + h * 1.4],
      [x, y + h, x + w, y + h],
      [x, y + h * 0.3, x, y + h],
      [x, y + h * 1.4, x + w, y + h * 1.4],
    ],
  };
  return all[shape];
};
const word = (
  shapes: readonly Parameters<typeof letter>[0][],
  x: number,
  y: number,
  h: number,
  pitch = 0.95,
) => shapes.flatMap((shape, index) => letter(shape, x + index * h * pitch, y, h));
const turned = (strokes: readonly Stroke[], degrees: number): Stroke[] => {
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  const turn = (x: number, y: number) =>
    [200 + (x - 200) * cos - (y - 100) * sin, 100 + (x - 200) * sin + (y - 100) * cos] as const;
  return strokes.map(([x0, y0, x1, y1]) => [...turn(x0, y0), ...turn(x1, y1)] as Stroke);
};

describe('letters that stand on one line', () => {
  test('are found together, with the height of the capitals', () => {
    const [line, ...rest] = drawn(word(['L', 'E', 'T', 'E'], 60, 60, 40));
    expect(rest).toEqual([]);
    expect(line!.parts).toHaveLength(4);
    expect(Math.abs(line!.heightPx - 46)).toBeLessThanOrEqual(2);
    expect(Math.abs(line!.angle)).toBeLessThan(0.02);
  });
  test.each([-15, -8, 8, 15])('are found tilted by %d°, and measured upright', (degrees) => {
    const [line] = drawn(turned(word(['L', 'E', 'T', 'E', 'L'], 100, 80, 40), degrees));
    expect(line!.parts).toHaveLength(5);
    expect((line!.angle * 180) / Math.PI).toBeCloseTo(degrees, -0.5);
    expect(Math.abs(line!.heightPx - 46)).toBeLessThanOrEqual(4);
  });
  test('what hangs below the line does not make it taller', () => {
    const [line] = drawn(word(['T', 'o', 'g', 'E', 'o'], 60, 60, 40));
    expect(line!.parts).toHaveLength(5);
    expect(Math.abs(line!.heightPx - 46)).toBeLessThanOrEqual(3);
    // The smallest letter: the x-height.
    expect(line!.smallestPx).toBeLessThan(0.85 * line!.heightPx);
  });
  test('of different sizes stand on two lines', () => {
    const lines = drawn(
      [...word(['L', 'E', 'T'], 40, 20, 60), ...word(['E', 'L', 'E', 'T'], 40, 130, 20)],
      5,
    );
    expect(lines.map((line) => line.parts.length).sort()).toEqual([3, 4]);
  });
  test('on an arch and in a bowl are one line, as high as they are across the curve', () => {
    for (const isArch of [true, false]) {
      const onCurve = ['L', 'E', 'T', 'E', 'L', 'E', 'T'].flatMap((shape, index) => {
        const turn = (index - 3) * 0.22 * (isArch ? 1 : -1);
        const middle = 170;
        const upright = letter(shape as 'L', 194 + (isArch ? 0 : 0), isArch ? 40 : 132, 26);
        return upright.map(([x0, y0, x1, y1]): Stroke => {
          const centre = isArch ? 40 + middle : 158 - middle;
          const spin = (x: number, y: number) => [200 + (x - 200) * Math.cos(turn) - (y - centre) * Math.sin(turn), centre + (x - 200) * Math.sin(turn) + (y - centre) * Math.cos(turn)] as const;
          return [...spin(x0, y0), ...spin(x1, y1)];
        });
      }); // prettier-ignore
      const lines = drawn(onCurve, 5);
      expect(lines).toHaveLength(1);
      expect(lines[0]!.course.is).toBe('bent');
      expect(lines[0]!.parts).toHaveLength(7);
      expect(Math.abs(lines[0]!.heightPx - 31)).toBeLessThanOrEqual(2);
    }
  });
  test('two words on one arch are one line, and far apart two', () => {
    const words = (gap: number) =>
      drawn(
        ['L', 'E', 'T', 'E', 'L', 'E', 'T', 'E'].flatMap((shape, index) => {
          const turn = (index - 3.5) * 0.18 + (index < 4 ? -gap / 2 : gap / 2);
          const [sin, cos] = [Math.sin(turn), Math.cos(turn)];
          const spin = (x: number, y: number) => [200 + (x - 200) * cos - (y - 190) * sin, 190 + (x - 200) * sin + (y - 190) * cos] as const; // prettier-ignore
          return letter(shape as 'L', 192, 20, 20).map(([x0, y0, x1, y1]): Stroke => [...spin(x0, y0), ...spin(x1, y1)]);
        }),
        4,
      ); // prettier-ignore
    for (const gap of [0.05, 0.12, 0.18]) {
      const [line, ...rest] = words(gap);
      expect(rest).toEqual([]);
      expect(line!.parts).toHaveLength(8);
      expect(line!.course.is).toBe('bent');
      expect(Math.abs(line!.heightPx - 24)).toBeLessThanOrEqual(2);
    }
    expect(words(0.5).length).toBeGreaterThan(1);
  });
  test('far apart are two words’ lines', () => {
    const lines = drawn([...word(['L', 'E'], 20, 60, 30), ...word(['T', 'L'], 250, 60, 30)]);
    expect(lines).toHaveLength(2);
  });
});

describe('words on one line', () => {
  /** Two words of letters 46 px high with the pen, the second so far behind the first and so much lower. */
  const twoWords = (gap: number, lower = 0) =>
    drawn([
      ...word(['L', 'E', 'T'], 20, 80, 40),
      ...word(['T', 'E', 'L'], 20 + 103 + gap + 3, 80 + lower, 40),
    ]).map((line) => line.parts.length);
  test('a gap of up to 1.2 of their height, and twice what lies between letters, is a space between words', () => {
    // Letters are 8 px apart: 55 + 16.
    expect(twoWords(48)).toEqual([6]);
    expect(twoWords(70)).toEqual([6]);
    expect(twoWords(73)).toEqual([3, 3]);
  });
  test('the wider letters are spaced, the wider is a space', () => {
    // 14 px apart, 26 high: 31 + 28; with 3.5 px between letters 31 + 7.
    const spaced = (gap: number, pitch: number) => {
      const far = 20 + 2 * 20 * pitch + 12 + 6;
      return drawn([...word(['L', 'E', 'L'], 20, 80, 20, pitch), ...word(['E', 'T', 'E'], far + gap, 80, 20, pitch)]).map((line) => line.parts.length); // prettier-ignore
    };
    expect(spaced(55, 1.6)).toEqual([6]);
    expect(spaced(64, 1.6)).toEqual([3, 3]);
    expect(spaced(55, 1.075)).toEqual([3, 3]);
  });
  test('a letter by itself between two words is of their line; one not level, or much lower than they, is none', () => {
    const between = (sign: readonly Stroke[]) =>
      drawn([...word(['L', 'E', 'T'], 10, 80, 40), ...sign, ...word(['T', 'E', 'L'], 260, 80, 40)])
        .map((line) => line.parts.length)
        .sort();
    expect(between([])).toEqual([3, 3]);
    expect(between(letter('o', 175, 80, 40))).toEqual([7]);
    expect(between(letter('E', 175, 80, 40))).toEqual([7]);
    expect(between(letter('E', 175, 86, 40))).toEqual([3, 3]);
    expect(between(letter('E', 175, 104, 40))).toEqual([3, 3]);
    expect(between(letter('o', 175, 90, 24))).toEqual([3, 3]);
  });
  test('level: a twelfth of their height is the most', () => {
    expect(twoWords(48, 2)).toEqual([6]);
    expect(twoWords(48, 6)).toEqual([3, 3]);
  });
});

describe('what is no lettering', () => {
  test('bars side by side', () =>
    expect(
      drawn(
        [40, 70, 100, 130].map((x): Stroke => [x, 40, x, 120]),
        10,
      ),
    ).toEqual([]));
  test('tilted bars side by side', () =>
    expect(
      drawn(
        [60, 100, 140].map((x): Stroke => [x, 120, x + 20, 40]),
        10,
      ),
    ).toEqual([]));
  test('a rule', () => expect(drawn([[20, 100, 380, 100]])).toEqual([]));
  test('a single sign', () => expect(drawn(letter('E', 100, 60, 50))).toEqual([]));
  test('specks', () =>
    expect(
      drawn(
        [
          [50, 50, 51, 50],
          [60, 50, 61, 50],
          [70, 50, 71, 50],
        ],
        2,
      ),
    ).toEqual([]));
});
