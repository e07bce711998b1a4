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
});
