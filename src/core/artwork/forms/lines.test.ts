import { describe, expect, test } from 'vitest';
import { findLines } from './lines.ts';
import { splitParts, type Part } from './parts.ts';
import { distancesToOthers } from './widths.ts';

const [width, height] = [400, 200];
/** Px per mm of these pictures: a letter of 40 px is 4 mm high. */
const pxPerMm = 10;

/** Draws with a pen `thick` px wide along lines, and splits what is drawn. */
function draw(
  strokes: readonly (readonly [x0: number, y0: number, x1: number, y1: number])[],
  thick = 6,
): Part[] {
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
  ).parts;
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
const word = (shapes: readonly Parameters<typeof letter>[0][], x: number, y: number, h: number) =>
  shapes.flatMap((shape, index) => letter(shape, x + index * h * 0.95, y, h));
const turned = (strokes: readonly Stroke[], degrees: number): Stroke[] => {
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  const turn = (x: number, y: number) =>
    [200 + (x - 200) * cos - (y - 100) * sin, 100 + (x - 200) * sin + (y - 100) * cos] as const;
  return strokes.map(([x0, y0, x1, y1]) => [...turn(x0, y0), ...turn(x1, y1)] as Stroke);
};

describe('letters that stand on one line', () => {
  test('are found together, with the height of the capitals', () => {
    const [line, ...rest] = findLines(draw(word(['L', 'E', 'T', 'E'], 60, 60, 40)), pxPerMm);
    expect(rest).toEqual([]);
    expect(line!.parts).toHaveLength(4);
    expect(Math.abs(line!.heightPx - 46)).toBeLessThanOrEqual(2);
    expect(Math.abs(line!.angle)).toBeLessThan(0.02);
  });
  test.each([-15, -8, 8, 15])('are found tilted by %d°, and measured upright', (degrees) => {
    const [line] = findLines(draw(turned(word(['L', 'E', 'T', 'E', 'L'], 100, 80, 40), degrees)), pxPerMm);
    expect(line!.parts).toHaveLength(5);
    expect((line!.angle * 180) / Math.PI).toBeCloseTo(degrees, -0.5);
    expect(Math.abs(line!.heightPx - 46)).toBeLessThanOrEqual(4);
  });
  test('what hangs below the line does not make it taller', () => {
    const [line] = findLines(draw(word(['T', 'o', 'g', 'E', 'o'], 60, 60, 40)), pxPerMm);
    expect(line!.parts).toHaveLength(5);
    expect(Math.abs(line!.heightPx - 46)).toBeLessThanOrEqual(3);
    // The smallest letter: the x-height.
    expect(line!.smallestPx).toBeLessThan(0.85 * line!.heightPx);
  });
  test('of different sizes stand on two lines', () => {
    const lines = findLines(
      draw([...word(['L', 'E', 'T'], 40, 20, 60), ...word(['E', 'L', 'E', 'T'], 40, 130, 20)], 5),
      pxPerMm,
    );
    expect(lines.map((line) => line.parts.length).sort()).toEqual([3, 4]);
  });
  test('far apart are two words’ lines', () => {
    const lines = findLines(
      draw([...word(['L', 'E'], 20, 60, 30), ...word(['T', 'L'], 250, 60, 30)]),
      pxPerMm,
    );
    expect(lines).toHaveLength(2);
  });
});

describe('what is no lettering', () => {
  test('bars side by side', () =>
    expect(
      findLines(
        draw(
          [40, 70, 100, 130].map((x): Stroke => [x, 40, x, 120]),
          10,
        ),
        pxPerMm,
      ),
    ).toEqual([]));
  test('tilted bars side by side', () =>
    expect(
      findLines(
        draw(
          [60, 100, 140].map((x): Stroke => [x, 120, x + 20, 40]),
          10,
        ),
        pxPerMm,
      ),
    ).toEqual([]));
  test('a rule', () => expect(findLines(draw([[20, 100, 380, 100]]), pxPerMm)).toEqual([]));
  test('a single sign', () => expect(findLines(draw(letter('E', 100, 60, 50)), pxPerMm)).toEqual([]));
  test('specks', () =>
    expect(
      findLines(
        draw(
          [
            [50, 50, 51, 50],
            [60, 50, 61, 50],
            [70, 50, 71, 50],
          ],
          2,
        ),
        pxPerMm,
      ),
    ).toEqual([]));
});
