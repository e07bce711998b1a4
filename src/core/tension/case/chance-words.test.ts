import { expect, test } from 'vitest';
import { enoughTurns, oftenText, rangeText } from './chance-words.ts';

test('no number is said before enough turns showed how such chances come out, and none of what is seldom', () => {
  expect(oftenText(0.478, enoughTurns - 1)).toBe('25 to 60 times in 100');
  expect(oftenText(0.478, enoughTurns)).toBe('47 times in 100');
  expect(oftenText(0.249, 500)).toBe('less than 25 times in 100');
  expect(oftenText(0.25, 500)).toBe('25 times in 100');
});

test('every chance lies in the range that is told of it', () => {
  const bounds: [RegExp, (low: number, high: number) => [number, number]][] = [
    [/^less than (\d+) times in 100$/, (high) => [0, high]],
    [/^(\d+) to (\d+) times in 100$/, (low, high) => [low, high]],
    [/^over (\d+) times in 100$/, (low) => [low, 100]],
  ];
  for (let hundred = 0; hundred <= 100; hundred++) {
    const text = rangeText(hundred / 100);
    const [pattern, range] = bounds.find(([each]) => each.test(text)) ?? [];
    const [, first, second] = pattern?.exec(text) ?? [];
    const [low, high] = range?.(Number(first), Number(second)) ?? [NaN, NaN];
    expect(hundred, text).toBeGreaterThanOrEqual(low);
    expect(hundred, text).toBeLessThanOrEqual(high);
  }
});
