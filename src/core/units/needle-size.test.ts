import { describe, expect, test } from 'vitest';
import { metricFromNumbers, metricFromUs, needleSizes, sizeText, usFromMetric } from './needle-size.ts';

describe('needle sizes', () => {
  // The pairs themselves are held by tests/reference/needles.test.ts.
  test.each(needleSizes)('$metric/$us, either number first, or one alone', ({ metric, us }) => {
    expect(sizeText(metric)).toBe(`${metric}/${us}`);
    for (const numbers of [[metric, us], [us, metric], [metric], [us]])
      expect(metricFromNumbers(numbers)).toBe(metric);
  });

  test('what no head needle has is refused, with the sizes there are', () => {
    for (const size of [77, 0, 8.5, 20, 130])
      expect(() => metricFromNumbers([size])).toThrow(`“${size}” is no needle size of a multi-needle head`);
    expect(() => usFromMetric(11)).toThrow('“11” is no needle size');
    expect(() => metricFromUs(75)).toThrow('“75” is no needle size');
    expect(() => metricFromNumbers([])).toThrow('“” is no needle size');
    expect(() => metricFromNumbers([75, 11, 11])).toThrow('“75 11 11” is no needle size');
    expect(() => metricFromUs(7)).toThrow('60/8, 65/9, 70/10, 75/11, 80/12, 90/14, 100/16, 110/18, 120/19');
  });

  test('two numbers that do not belong together are refused with what each would be', () => {
    expect(() => metricFromNumbers([75, 12])).toThrow('75/12 does not belong together: 75/11 or 80/12?');
    expect(() => metricFromNumbers([75, 80])).toThrow('75/11 or 80/12?');
    // The same size twice is half of a pair, whichever way it is written.
    expect(() => metricFromNumbers([75, 75])).toThrow('75/75 does not belong together: 75/11?');
    expect(() => metricFromNumbers([11, 11])).toThrow('11/11 does not belong together: 75/11?');
  });
});
