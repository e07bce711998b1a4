import { expect, test } from 'vitest';
import { casesTried } from '../support/cases-tried.ts';
import { courseOf } from '../../tools/made/tension/cases.ts';

/**
 * Whoever's beliefs are true of the cases that come, his stated chances come true as often as they say. Source: Dawid, “The well-calibrated Bayesian”,
 * Journal of the American Statistical Association 77, 1982. So where cases are drawn from what is believed of cases, what is said of a turn or of leaving
 * the screw must land that often: within three deviations of a sum of independent draws, a large chance and a small one each by themselves.
 */
test('with cases as they are believed to be, as many turns land in the band as was said', () => {
  const cases = casesTried(60);
  const said = Array.from({ length: cases }, (_, seed) => courseOf('own', 3_000_001 + seed)).flatMap(
    ({ stated, left }) => [...stated, ...(left ? [{ chance: left.chance, landed: left.isIn }] : [])],
  );
  const parts = [said.filter(({ chance }) => chance < 0.5), said.filter(({ chance }) => chance >= 0.5)];
  for (const part of parts) {
    const expected = part.reduce((sum, { chance }) => sum + chance, 0);
    const variance = part.reduce((sum, { chance }) => sum + chance * (1 - chance), 0);
    const landed = part.filter((each) => each.landed).length;
    expect(part.length).toBeGreaterThan(0.9 * cases);
    expect(Math.abs(landed - expected)).toBeLessThan(3 * Math.sqrt(variance));
  }
});
