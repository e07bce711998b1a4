import { expect, test } from 'vitest';
import { columnsFor } from './fit.ts';

test('tiles are as large as the field allows: on a television, a tablet, a phone', () => {
  expect(columnsFor(40, 1900, 740)).toBe(8);
  expect(columnsFor(40, 1256, 500)).toBe(8);
  expect(columnsFor(40, 374, 560)).toBe(4);
  expect(columnsFor(2, 1256, 500)).toBe(2);
  expect(columnsFor(2, 374, 560)).toBe(1);
  expect(columnsFor(1, 1256, 500)).toBe(1);
  expect(columnsFor(0, 1256, 500)).toBe(1);
});
test('no other number of columns gives a larger tile', () => {
  for (const count of [3, 7, 12, 23, 40])
    for (const [width, height] of [
      [1900, 740],
      [800, 900],
      [374, 560],
    ] as const) {
      const size = (columns: number) => Math.min(width / columns / 1.7, height / Math.ceil(count / columns));
      const best = Math.max(...Array.from({ length: count }, (_, index) => size(index + 1)));
      expect(size(columnsFor(count, width, height))).toBeCloseTo(best, 9);
    }
});
