import { describe, expect, test } from 'vitest';
import { crossing, crossingNear, goldenMost } from './search.ts';

describe('where a hump is highest', () => {
  test.each([
    ['in the middle', (x: number) => -((x - 1.7) ** 2), -4, 5, 1.7],
    ['far to the left', (x: number) => -Math.abs(x - 0.01), 0, 1, 0.01],
    ['far to the right', (x: number) => -((x - 999) ** 4), 0, 1000, 999],
    ['at an end, where it only rises', (x: number) => x, 2, 3, 3],
    ['at the other, where it only falls', (x: number) => -x, 2, 3, 2],
    ['lopsided', (x: number) => x * Math.exp(-x), 0, 20, 1],
  ])('%s', (_, of, from, to, at) => expect(goldenMost(of, from, to)).toBeCloseTo(at, 1));
  test('as near as is asked for, and no nearer: the golden section’s steps', () => {
    let asked = 0;
    const of = (x: number) => (asked++, -((x - 3) ** 2));
    expect(Math.abs(goldenMost(of, 0, 8, 1e-6) - 3)).toBeLessThan(1e-5);
    // 8 · 0.618^n comes under 1e-6 · 6 after 30 steps; each asks once, and two beforehand.
    expect(asked).toBeGreaterThanOrEqual(30);
    expect(asked).toBeLessThanOrEqual(33);
  });
  test('where ends lie near 0 it is told apart by a part of one', () => {
    expect(goldenMost((x) => -((x - 1e-3) ** 2), 0, 1e-2, 1e-4)).toBeCloseTo(1e-3, 3);
  });
});

describe('where a function comes to 0', () => {
  const cases: readonly (readonly [string, (x: number) => number, number, number, number])[] = [
    ['a straight line', (x) => x - 3, 0.1, 100, 3],
    ['a logarithm', (x) => Math.log(x / 250_000), 1, 1e9, 250_000],
    ['steep', (x) => x ** 9 - 1e-9, 1e-4, 1e3, 0.1],
    ['flat about its crossing', (x) => (x - 2) ** 3, 0.5, 50, 2],
    ['a step', (x) => (x < 7 ? -1 : 1), 1, 1000, 7],
    ['infinite far off', (x) => (x > 40 ? Infinity : x - 5), 0.5, 1e6, 5],
    ['very lopsided', (x) => Math.exp(x) - Math.exp(2), 0.01, 600, 2],
    ['crooked', (x) => Math.atan(x - 30) + 1e-3, 1, 1e5, 30 - Math.tan(1e-3)],
    ['on the way down', (x) => 4 - x, 100, 0.1, 4],
  ];
  test.each(cases)('%s', (_, of, from, to, at) => {
    const found = crossing(of, from, to)!;
    expect(Math.abs(found / at - 1)).toBeLessThan(1e-9);
  });
  test('smooth ones in a tenth of the steps that halving takes: it asks a dozen times, not forty', () => {
    for (const [name, of, from, to] of cases.slice(0, 2)) {
      let asked = 0;
      crossing((x) => (asked++, of(x)), from, to);
      expect(asked, name).toBeLessThan(20);
    }
  });
  test('where it does not come to 0 there is none; at the end itself it does', () => {
    expect(crossing((x) => x - 200, 1, 100)).toBeNull();
    expect(crossing(() => 0, 1, 100)).toBeNull();
    expect(crossing(() => NaN, 1, 100)).toBeNull();
    expect(crossing((x) => x - 99.999, 1, 100)).toBeCloseTo(99.999, 6);
  });
  test('near first: of two crossings the nearer, either way', () => {
    // Above 0 between 2 and 3 only, and again from 50 on.
    const of = (x: number) => (x < 50 ? -(x - 2) * (x - 3) : 1);
    expect(crossingNear(of, 1, 1000, 0.9)).toBeCloseTo(2, 8);
    expect(crossingNear((x) => 5 - x, 100, 0.01, 0.3)).toBeCloseTo(5, 8);
    expect(crossingNear((x) => x - 900, 1, 1000, 0.3)).toBeCloseTo(900, 5);
    expect(crossingNear((x) => x - 2000, 1, 1000, 0.3)).toBeNull();
    let farthest = 0;
    crossingNear((x) => ((farthest = Math.max(farthest, x)), x - 1.2), 1, 1e9, 0.3);
    expect(farthest).toBeLessThan(Math.exp(0.31));
    farthest = 0;
    // Twice as far each time: 0.3, 0.6, 1.2, 2.4 of a logarithm until 5 is past.
    crossingNear((x) => ((farthest = Math.max(farthest, x)), x - 5), 1, 1e9, 0.3);
    expect(Math.log(farthest)).toBeCloseTo(2.4, 9);
  });
});
