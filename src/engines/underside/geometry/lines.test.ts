import { expect, test } from 'vitest';
import { lineThrough, lineThroughMost, type Place } from './lines.ts';

/** Places on 10 + 2x, those at some x off by so much. */
const places = (count: number, off: Record<number, number> = {}): Place[] =>
  Array.from({ length: count }, (_, x) => [x, 10 + 2 * x + (off[x] ?? 0)]);

test.each([
  ['the median of all slopes', lineThrough],
  ['repeated medians', lineThroughMost],
])('a line through places, %s: a quarter of them may be anywhere', (_, through) => {
  const line = through(places(9, { 2: 40, 6: -25 }));
  expect(line(0)).toBeCloseTo(10, 9);
  expect(line(20)).toBeCloseTo(50, 9);
  const two = through([[1, 5], [3, 9]]); // prettier-ignore
  expect(two(2)).toBeCloseTo(7, 9);
});
// Siegel 1982: the slope breaks down only where half of the places are wrong, that of Theil and Sen with 29 in 100.
test('repeated medians hold where four of nine on one side are wrong together', () => {
  const off = { 0: 30, 1: 30, 2: 30, 3: 30 };
  expect(lineThroughMost(places(9, off))(8)).toBeCloseTo(26, 9);
  expect(Math.abs(lineThrough(places(9, off))(8) - 26)).toBeGreaterThan(0.5);
});
