import { expect, test } from 'vitest';
import { boxFrom } from '../../src/core/tension/underside/by-hand.ts';
import { readUnderside } from '../../src/core/tension/underside/read.ts';
import { litUnderside } from '../support/underside-lit.ts';

/**
 * Blocks lit strand by strand (Lambert; the gloss of fibres after Kajiya and Kay, SIGGRAPH 1989), of any threads and cloths, on tables and in hoops, half in a shadow: other
 * photos than the reader was made with, drawn another way than those of its other tests. The shares they were drawn with are the truth.
 */
const seeds = [901, 902, 903, 904, 905, 906];
const finest = 8;

test('photos lit strand by strand: nearly every readable column is answered, where it lies, as it was drawn and within what is said', async () => {
  const errors: number[] = [];
  let [readable, held, misplaced, counted] = [0, 0, 0, 0];
  for (const seed of seeds) {
    const { pixels, columns, columnMm, lengthMm } = await litUnderside(seed, finest);
    readable += columns.filter((column) => column.isReadable).length;
    const read = readUnderside(pixels, { count: columns.length, columnMm, lengthMm });
    counted += Number(read.length === columns.length);
    for (const column of read) {
      if (column.share === null) continue;
      const { x, y } = boxFrom(column.outline, pixels);
      const own = columns.find((one) => Math.hypot(one.x - x, one.y - y) < 0.3 * one.widePx);
      if (!own) misplaced++;
      if (!own?.isReadable) continue;
      const error = Math.abs(column.share - own.share);
      errors.push(error);
      held += Number(error <= column.plusMinus!);
    }
  }
  expect(errors.length / readable).toBeGreaterThan(0.93);
  expect(errors.reduce((sum, error) => sum + error, 0) / errors.length).toBeLessThan(0.012);
  expect(Math.max(...errors)).toBeLessThan(0.1);
  expect(held / errors.length).toBeGreaterThan(0.93);
  expect(misplaced).toBe(0);
  expect(counted).toBeGreaterThanOrEqual(seeds.length - 1);
});
