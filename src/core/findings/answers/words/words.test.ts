import { describe, expect, test } from 'vitest';
import { aboutStitches, daysOf, figure, howMany, whenThere } from './words.ts';

describe('figures as one says them', () => {
  test('stitches in hundreds, from ten thousand on in thousands, from a hundred thousand on in tens of thousands', () => {
    expect(
      [40, 9949, 9999, 10_000, 10_499, 99_499, 99_999, 100_000, 104_999, 455_000].map(aboutStitches),
    ).toEqual([
      '0',
      '9,900',
      '10,000',
      '10,000',
      '10,000',
      '99,000',
      '100,000',
      '100,000',
      '100,000',
      '460,000',
    ]);
  });
  test('a rate with as many figures as it has a right to', () => {
    expect([0.004, 0.994, 1, 9.94, 10, 99.4, 100, 1234.4].map(figure)).toEqual([
      '0.00',
      '0.99',
      '1.0',
      '9.9',
      '10',
      '99',
      '100',
      '1,234',
    ]);
  });
  test('counts and days', () => {
    expect([howMany(1, 'break'), howMany(0, 'break'), howMany(2, 'life', 'lives')]).toEqual([
      '1 break',
      '0 breaks',
      '2 lives',
    ]);
    expect(daysOf({ from: '2026-02-27', to: '2026-03-01' })).toBe(3);
    expect(daysOf({ from: '2026-03-01', to: '2026-02-01' })).toBe(1);
  });
  test.each([
    [1, 10, 10, 'in about 1 day'],
    [0, 10, 10, 'in about 1 day'],
    [9.9, 1, 1, 'in about 10 days'],
    [10, 1, 1, 'in about 2 weeks'],
    [69.9, 1, 1, 'in about 10 weeks'],
    [70, 1, 1, 'in about 3 months'],
    [1095, 1, 1, 'in about 37 months'],
    [1096, 1, 1, null],
    [4, 2, 0, null],
    [4, -1, 9, null],
  ])('%d missing, %d in %d days: %s', (missing, had, days, when) =>
    expect(whenThere(missing, had, days)).toBe(when),
  );
});
