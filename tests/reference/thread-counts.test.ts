import { describe, expect, test } from 'vitest';
import { convertThreadCount, countFrom, texFrom } from '../../src/core/units/thread-count.ts';

describe('ISO 1144 (tex system) by its definitions', () => {
  test('tex is grams per kilometre: 1000 m of 25 g is 25 tex', () => {
    const gramsPerKm = 25;
    expect(texFrom('tex', gramsPerKm)).toBe(gramsPerKm);
  });
  test('decitex is grams per 10 km', () => expect(countFrom('dtex', 25)).toBe(250));
});

describe('ISO 2947 (conversion tables) by its constants', () => {
  test('denier is grams per 9 km', () => expect(countFrom('den', 25)).toBe(225));
  test('metric count is metres per gram', () => expect(countFrom('Nm', 25)).toBe(40));
  test('English cotton count: hanks of 840 yd per pound', () => {
    // From the definitions of yard (0.9144 m) and pound (453.59237 g), not from the constant itself.
    const texOfNe1 = (453.59237 / (840 * 0.9144)) * 1000;
    expect(texFrom('Ne', 1.0 * 20)).toBeCloseTo(texOfNe1 / 20, 1);
    expect(texOfNe1).toBeCloseTo(590.5, 1);
  });
});

/** Worked conversions as textile handbooks print them, rounded as printed. Values from memory. */
const worked = [
  { Ne: 20, tex: 29.5, Nm: 33.9, den: 266 },
  { Ne: 24, tex: 24.6, Nm: 40.6, den: 221 },
  { Ne: 30, tex: 19.7, Nm: 50.8, den: 177 },
  { Ne: 40, tex: 14.8, Nm: 67.7, den: 133 },
  { Ne: 50, tex: 11.8, Nm: 84.7, den: 106 },
  { Ne: 60, tex: 9.84, Nm: 102, den: 88.6 },
];

describe('a handbook’s table of worked conversions', () => {
  test.each(worked)('Ne $Ne is $tex tex, Nm $Nm, $den den', ({ Ne, tex, Nm, den }) => {
    const asPrinted = (value: number) => Number(value.toPrecision(3));
    expect(asPrinted(texFrom('Ne', Ne))).toBe(tex);
    expect(asPrinted(convertThreadCount(Ne, 'Ne', 'Nm'))).toBe(Nm);
    expect(asPrinted(convertThreadCount(Ne, 'Ne', 'den'))).toBe(den);
  });
});

describe('common practice, no published source', () => {
  test('40 wt is 25 tex and 225 denier', () => {
    expect(texFrom('wt', 40)).toBe(25);
    expect(convertThreadCount(40, 'wt', 'den')).toBe(225);
  });
  test('60 wt is finer than 40 wt by a third', () =>
    expect(texFrom('wt', 60) / texFrom('wt', 40)).toBeCloseTo(2 / 3, 12));
});
