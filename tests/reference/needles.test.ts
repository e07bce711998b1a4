import { describe, expect, test } from 'vitest';
import { readNeedleLabel } from '../../src/core/needle/label.ts';
import { defaultNeedleLife, needleWorn } from '../../src/core/needle/life.ts';
import { metricFromUs, needleSizes, usFromMetric } from '../../src/core/units/needle-size.ts';

/** The pairs as printed on packs and in every handbook of the trade. Common practice; values from memory. */
const published = [
  [60, 8],
  [65, 9],
  [70, 10],
  [75, 11],
  [80, 12],
  [90, 14],
  [100, 16],
  [110, 18],
  [120, 19],
];

describe('metric and US needle sizes, as published in pairs', () => {
  test.each(published)('%i is %i', (metric, us) => {
    expect(usFromMetric(metric!)).toBe(us);
    expect(metricFromUs(us!)).toBe(metric);
  });
  test('there are no others', () => expect(needleSizes).toHaveLength(published.length));
});

describe('letters on packs (common practice, no published source)', () => {
  test.each([
    ['75/11 R', 'sharp'],
    ['75/11 RG', 'sharp'],
    ['75/11', 'sharp'],
    ['75/11 FFG', 'light-ball'],
    ['75/11 SES', 'light-ball'],
    ['75/11 FG', 'medium-ball'],
    ['75/11 SUK', 'medium-ball'],
    ['75/11 ESB', 'extra-slim-ball'],
  ])('%s is %s', (label, point) => expect(readNeedleLabel(label).spec.point).toBe(point));
  test('NY is a tapered slim blade', () => expect(readNeedleLabel('75/11 NY').spec.blade).toBe('slim'));
});

describe('needle life (common practice, no published source)', () => {
  const hour = 3_600_000;
  test('due after about 8 h of sewing', () => {
    expect(needleWorn({ stitches: 0, sewingMs: 8 * hour, metallicMs: 0 }, defaultNeedleLife)).toBe(1);
  });
  test('due after 4 h with metallic thread', () => {
    expect(needleWorn({ stitches: 0, sewingMs: 4 * hour, metallicMs: 4 * hour }, defaultNeedleLife)).toBe(1);
  });
  test('the school “until it gives trouble” sets no limit', () => {
    expect(
      needleWorn(
        { stitches: 1e6, sewingMs: 99 * hour, metallicMs: 0 },
        { ...defaultNeedleLife, school: 'until-trouble' },
      ),
    ).toBeNull();
  });
});
