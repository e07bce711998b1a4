import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { splitParts } from './parts.ts';
import { distancesToOthers } from './widths.ts';

const ground = (label: number) => label === 0;
const split = (rows: readonly string[], leastArea = 1) => {
  const width = rows[0]!.length;
  const labels = Uint8Array.from([...rows.join('')].map(Number));
  return splitParts(
    labels,
    width,
    rows.length,
    distancesToOthers(labels, width, rows.length),
    ground,
    leastArea,
  );
};

/** Counts parts by filling from each pixel in turn. */
function floodCount(labels: readonly number[], width: number, height: number): number {
  const seen = new Set<number>();
  let count = 0;
  for (let start = 0; start < labels.length; start++) {
    if (labels[start] === 0 || seen.has(start)) continue;
    count++;
    const open = [start];
    seen.add(start);
    while (open.length > 0) {
      const pixel = open.pop()!;
      const [x, y] = [pixel % width, Math.floor(pixel / width)];
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const [u, v] = [x + dx, y + dy];
          const there = v * width + u;
          if (u < 0 || v < 0 || u >= width || v >= height || seen.has(there)) continue;
          if (labels[there] !== labels[start]) continue;
          seen.add(there);
          open.push(there);
        }
      }
    }
  }
  return count;
}

describe('connected parts', () => {
  test('are as many as filling from each pixel gives', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 12 * 9, maxLength: 12 * 9 }),
        (labels) => {
          const map = Uint8Array.from(labels);
          const { parts } = splitParts(map, 12, 9, distancesToOthers(map, 12, 9), ground, 1);
          expect(parts.length).toBe(floodCount(labels, 12, 9));
          expect(parts.reduce((sum, part) => sum + part.area, 0)).toBe(labels.filter(Boolean).length);
        },
      ),
    );
  });
  test('touching at a corner is one part, in another colour it is two', () => {
    expect(split(['110', '001', '001']).parts).toHaveLength(1);
    expect(split(['110', '002', '002']).parts).toHaveLength(2);
  });
  test('two arms that meet below are one part', () =>
    expect(split(['101', '101', '111']).parts).toHaveLength(1));
  test('what is too small is dropped, also from the map', () => {
    const { parts, of } = split(['1001', '1000', '1000'], 2);
    expect(parts).toHaveLength(1);
    expect(of[3]).toBe(0);
  });
  test('knows its box, its area and the ends of its rows', () => {
    const [part] = split(['0000', '0110', '0100']).parts;
    expect(part).toMatchObject({ left: 1, right: 2, top: 1, bottom: 2, area: 3 });
    expect([...part!.rows]).toEqual([1, 2, 1, 1]);
  });
  test('a long bar’s stroke is its width, to half a pixel', () => {
    const rows = Array.from({ length: 60 }, (_, y) => (y > 3 && y < 56 ? '0001111111000' : '0000000000000'));
    expect(split(rows).parts[0]!.strokePx).toBeCloseTo(7, -0.5);
    expect(Math.abs(split(rows).parts[0]!.strokePx - 7)).toBeLessThanOrEqual(0.5);
  });
  test('a block’s stroke is its narrow side: its corners are no strokes', () => {
    const rows = Array.from({ length: 26 }, (_, y) =>
      y > 2 && y < 23 ? '0'.repeat(3) + '1'.repeat(16) + '000' : '0'.repeat(22),
    );
    expect(Math.abs(split(rows).parts[0]!.strokePx - 16)).toBeLessThanOrEqual(0.5);
  });
  test('the map, each part’s tone, box, area and rows are what looking at every pixel gives', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(0, 0, 1, 2), { minLength: 11 * 8, maxLength: 11 * 8 }),
        fc.integer({ min: 1, max: 3 }),
        (labels, least) => {
          const map = Uint8Array.from(labels);
          const { parts, of } = splitParts(map, 11, 8, distancesToOthers(map, 11, 8), ground, least);
          expect(parts.map(({ id }) => id)).toEqual(parts.map((_, index) => index + 1));
          for (const part of parts) {
            const own = [...of.keys()].filter((pixel) => of[pixel] === part.id);
            const [xs, ys] = [own.map((pixel) => pixel % 11), own.map((pixel) => Math.floor(pixel / 11))];
            const box = { left: Math.min(...xs), right: Math.max(...xs), top: ys[0]!, bottom: ys.at(-1)! };
            expect(part).toMatchObject({ ...box, area: own.length });
            expect(own.length).toBeGreaterThanOrEqual(least);
            for (const pixel of own) expect(labels[pixel]).toBe(part.tone);
            for (let y = box.top; y <= box.bottom; y++) {
              const row = xs.filter((_, k) => ys[k] === y);
              // Parts hang together at corners too: no row is without pixels.
              expect([...part.rows.slice(2 * (y - box.top), 2 * (y - box.top) + 2)]).toEqual([
                Math.min(...row),
                Math.max(...row),
              ]);
            }
          }
          // What has no number is ground or belongs to what is too small.
          const told = parts.reduce((sum, { area }) => sum + area, 0);
          expect(of.filter(Boolean).length).toBe(told);
        },
      ),
    );
  });
});

describe('widths of strokes', () => {
  /** A shape of one tone on a ground of so many pixels; rows and columns of boxes, right and bottom not included. */
  const shape = (
    ...boxes: readonly (readonly [left: number, top: number, right: number, bottom: number])[]
  ) => {
    const [width, height] = [80, 70];
    const labels = new Uint8Array(width * height);
    for (const [left, top, right, bottom] of boxes)
      for (let y = top; y < bottom; y++) labels.fill(1, y * width + left, y * width + right);
    const { parts } = splitParts(labels, width, height, distancesToOthers(labels, width, height), ground, 1);
    expect(parts).toHaveLength(1);
    return parts[0]!;
  };
  test.each([3, 4, 5, 6, 7, 8, 9, 12])('a bar of %d px is as wide everywhere', (wide) => {
    for (const part of [shape([10, 5, 10 + wide, 65]), shape([5, 10, 75, 10 + wide])])
      for (const found of [part.strokePx, part.stemPx, part.widestPx, part.narrowPx])
        expect(Math.abs(found - wide)).toBeLessThanOrEqual(0.5);
  });
  test('two stems of 9 px joined by a hairline of 3: stems, hairline and widest place are told apart', () => {
    const letter = shape([10, 5, 19, 65], [50, 5, 59, 65], [19, 20, 50, 23]);
    expect(Math.abs(letter.stemPx - 9)).toBeLessThanOrEqual(0.5);
    expect(Math.abs(letter.narrowPx - 3)).toBeLessThanOrEqual(0.5);
    // Where the hairline meets a stem it is a little wider.
    expect(Math.abs(letter.widestPx - 9)).toBeLessThanOrEqual(1);
  });
  test('the stroke is the commonest width, the stem counts wide places for more', () => {
    // 65 px of stem, 60 and 55 of hairlines.
    const letter = shape([10, 3, 19, 68], [19, 10, 79, 13], [19, 50, 74, 53]);
    expect(Math.abs(letter.strokePx - 3)).toBeLessThanOrEqual(0.5);
    expect(Math.abs(letter.stemPx - 9)).toBeLessThanOrEqual(0.5);
  });
  test('a short hairline is no tenth of the strokes', () => {
    const letter = shape([10, 3, 19, 68], [19, 10, 70, 19], [30, 19, 33, 24]);
    expect(Math.abs(letter.narrowPx - 9)).toBeLessThanOrEqual(0.5);
  });
  test('corners of a compact part are no strokes; from 2.5 times its width squared on it has strokes', () => {
    const block = shape([10, 10, 40, 60]);
    for (const found of [block.strokePx, block.stemPx, block.narrowPx]) expect(found).toBe(block.widestPx);
    expect(Math.abs(block.widestPx - 30)).toBeLessThanOrEqual(0.5);
  });
  test('a single pixel has a width, and so has a line of one', () => {
    expect(shape([10, 10, 11, 11]).strokePx).toBe(1.5);
    expect(shape([10, 10, 60, 11])).toMatchObject({
      strokePx: 1.5,
      stemPx: 1.5,
      widestPx: 1.5,
      narrowPx: 1.5,
    });
  });
  test('at the picture’s rim a stroke ends', () => {
    const part = shape([0, 0, 7, 70]);
    expect(Math.abs(part.strokePx - 7)).toBeLessThanOrEqual(0.5);
    expect(Math.abs(shape([73, 0, 80, 70]).strokePx - 7)).toBeLessThanOrEqual(0.5);
    expect(Math.abs(shape([0, 63, 80, 70]).strokePx - 7)).toBeLessThanOrEqual(0.5);
  });
});
