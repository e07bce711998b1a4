import { describe, expect, test } from 'vitest';
import { coverOf, sewnWidth } from './cover.ts';
import { threadDiameter } from './diameter.ts';

// Worked by hand from the formula of docs/arithmetic.md with the fibres' densities (values from memory).
describe('a thread’s diameter', () => {
  test.each([
    [25, 'polyester', 0.18847],
    [25, 'rayon', 0.17958],
    [1, 'nylon', 0.04147],
    [1000, 'cotton', 1.12837],
  ] as const)('%f tex of %s', (tex, fibre, mm) =>
    expect(threadDiameter({ tex, fibre }).value).toBeCloseTo(mm, 4),
  );
  test.each([0.99, 1000.1, NaN])('%f tex is no thread', (tex) =>
    expect(() => threadDiameter({ tex, fibre: 'silk' })).toThrow(/is no sewing thread: 1 to 1000 tex/),
  );
  test('its words and its spread', () => {
    const { because, spread } = threadDiameter({ tex: 1000 / 60, fibre: 'metallic' });
    expect(because).toBe('16.7 tex of metallic at 1.38 g/cm³, 65 % packed.');
    expect(spread).toBeCloseTo(Math.sqrt(0.025 ** 2 + 0.075 ** 2 + 0.125 ** 2), 9);
  });
});

describe('cover', () => {
  const forty = { tex: 25, fibre: 'polyester' } as const;
  test('lies hardly flattened, 1.05 diameters wide', () => {
    const width = sewnWidth(forty);
    expect(width.value).toBeCloseTo(1.05 * 0.18847, 3);
    expect(width.because).toBe('It lies about 1.05 diameters wide (0.188 mm each).');
    expect(width.spread).toBeGreaterThan(threadDiameter(forty).spread);
  });
  test('open where lines are wide apart, never less than nothing where they are close', () => {
    expect(coverOf(forty, 0.8).cover).toMatchObject({
      unit: 'share',
      because: '0.20 mm of thread every 0.40 mm.',
    });
    expect(coverOf(forty, 0.8).cover.value).toBeCloseTo(0.4947, 3);
    expect(coverOf(forty, 0.8).open).toBeCloseTo(0.5053, 3);
    expect(coverOf(forty, 0.2).open).toBe(0);
    expect(coverOf(forty, 0.8).closesAt).toMatchObject({ unit: 'mm' });
    expect(coverOf(forty, 0.8).closesAt.value).toBeCloseTo(0.3958, 3);
  });
  test('spacings from 0.1 to 5 mm, both ends counted', () => {
    for (const spacing of [0.1, 5]) expect(coverOf(forty, spacing).cover.value).toBeGreaterThan(0);
    for (const spacing of [0.09, 5.01, NaN])
      expect(() => coverOf(forty, spacing)).toThrow(/0\.1 to 5 mm; 0\.40 mm is usual/);
  });
});
