import { expect, test } from 'vitest';
import { defaultNeedleLife, needleWorn } from './life.ts';

const age = (stitches: number, hours: number, metallic: number) => ({
  stitches,
  sewingMs: hours * 3_600_000,
  metallicMs: metallic * 3_600_000,
});

// Common practice, no published source.
test('hours with metallic count in every school, whichever comes first', () => {
  for (const school of ['hours', 'stitches', 'until-trouble', 'learnt'] as const) {
    const life = { ...defaultNeedleLife, school };
    expect(needleWorn(age(1000, 4, 4), life), school).toBe(1);
    expect(needleWorn(age(1000, 2, 2), life), school).toBe(0.5);
  }
  const byStitches = { ...defaultNeedleLife, school: 'stitches' } as const;
  expect(needleWorn(age(300_000, 6, 1), byStitches)).toBe(0.75);
  expect(needleWorn(age(300_000, 6, 0), { ...defaultNeedleLife, school: 'until-trouble' })).toBeNull();
  // By hours the two shares add up.
  expect(needleWorn(age(0, 6, 2), defaultNeedleLife)).toBe(1);
});
