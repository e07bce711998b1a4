import { describe, expect, test } from 'vitest';
import { advise } from './advise.ts';
import { fillIn, type PartialQuestion } from './fill-in.ts';
import type { Schools } from './schools.ts';

const best = (asked: Partial<PartialQuestion>, schools: Partial<Schools> = {}) => {
  const thread = { weightNo: 40, fibre: 'polyester' } as const;
  return advise(fillIn({ cloth: 'cap', element: 'lettering', letterMm: 9, thread, ...asked }, schools));
};

// Common practice, no published source: where shops differ, each answer is followed, and nothing stronger than taste is said against its needle.
describe('needles where shops differ', () => {
  test.each([
    ['80-sharp', '80/12 sharp'],
    ['75-sharp', '75/11 sharp'],
    ['90-sharp', '90/14 sharp'],
    ['75-ball', '75/11 light ball'],
  ] as const)('caps without foam, %s: %s', (capNeedle, text) => {
    const { needles, conflicts } = best({}, { capNeedle });
    expect(needles[0]!.text).toBe(text);
    expect(needles[0]!.against.filter(({ strength }) => strength > 2)).toEqual([]);
    expect(conflicts).toEqual([]);
    // Foam keeps its stout, sharp blade, or a stouter one.
    expect(best({ element: 'foam' }, { capNeedle }).needles[0]!.text).toMatch(
      /^(80\/12|90\/14) sharp titanium$/,
    );
  });
  test.each([
    ['80', '80/12 sharp'],
    ['90', '90/14 sharp'],
  ] as const)('denim and canvas, %s and stouter: %s', (heavyNeedle, text) => {
    expect(best({ cloth: 'canvas' }, { heavyNeedle }).needles[0]!.text).toBe(text);
    expect(best({ cloth: 'woven-dense', seams: true }, { heavyNeedle }).needles[0]!.text).toBe(text);
  });
  test('batiste, very fine woven: 70/10', () =>
    expect(best({ cloth: 'woven-fine' }).needles[0]!.text).toMatch(/^70\/10/));
});
