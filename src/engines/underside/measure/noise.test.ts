import { expect, test } from 'vitest';
import { chance } from '../../../core/base/chance.ts';
import { normal } from '../../../../tools/made/normal.ts';
import type { Cells } from '../image/cells.ts';
import { partOf, timesNoise } from './noise.ts';
import type { Colour } from '../image/planes.ts';

const byPlane = (cells: readonly Colour[]): Cells => [
  cells.map(([red]) => red),
  cells.map(([, green]) => green),
  cells.map(([, , blue]) => blue),
];

test('of normal cells the noise is their standard deviation, whatever a tenth of them is', () => {
  const luck = chance(4);
  const cells = Array.from({ length: 4000 }, (_, index): Colour => {
    if (index % 10 === 0) return [1, 0, 1];
    return [0.4 + 0.02 * normal(luck), 0.5 + 0.05 * normal(luck), 0.6];
  });
  const { colour, noise } = partOf(byPlane(cells))!;
  expect(colour[0]).toBeCloseTo(0.4, 2);
  // A tenth that is far off makes a median absolute deviation a seventh wider.
  expect(noise[0] / 0.02).toBeGreaterThan(0.95);
  expect(noise[0] / 0.02).toBeLessThan(1.25);
  expect(noise[1] / 0.05).toBeLessThan(1.25);
  expect(noise[2]).toBe(0);
});

test('one cell is its own part; of none there is no part', () => {
  expect(partOf([[0.2], [0.3], [0.4]])).toEqual({ colour: [0.2, 0.3, 0.4], noise: [0, 0, 0] });
  expect(partOf([[], [], []])).toBeNull();
});

test('two parts are told by the plane in which they differ most, against what both vary', () => {
  const part = (colour: Colour, noise: Colour) => ({ colour, noise });
  const one = part([0.5, 0.5, 0.5], [0.03, 0.06, 0.1]);
  const other = part([0.6, 0.3, 0.9], [0.04, 0.08, 0]);
  // 0.1 against 0.05; 0.2 against 0.1; 0.4 against 0.1: the last, with a step of a picture's numbers beside it.
  expect(timesNoise(one, other)).toBeCloseTo(4, 1);
  expect(timesNoise(other, one)).toBe(timesNoise(one, other));
  expect(timesNoise(part([0, 0, 0], [0, 0, 0]), part([0.1, 0, 0], [0, 0, 0]))).toBeCloseTo(25.5, 9);
});
