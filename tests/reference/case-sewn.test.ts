import { expect, test } from 'vitest';
import { chance } from '../../src/core/base/chance.ts';
import { afterStep, beliefOf, newCase, type Followed } from '../../src/core/tension/case/belief/screw.ts';
import { normal } from '../../tools/made/normal.ts';
import { casesTried } from '../support/cases-tried.ts';

/**
 * Cases whose tension wanders with the stitches that their head sews and stands still while the machine does: lint and wear come with sewing
 * (common practice, no published source). Read once a week with a gauge that repeats to 1.5 g. What is believed of them, told of the stitches and by the days
 * alone: root of the mean squared error, g, and of the same in its own standard deviations.
 */
function followedFor(weeks: number, stitchesAWeek: number) {
  const errors = { told: [] as number[], byDays: [] as number[] };
  const inDeviations = { told: [] as number[], byDays: [] as number[] };
  for (let each = 0; each < casesTried(30); each++) {
    const luck = chance(each + 1);
    let logGrams = Math.log(luck.between(22, 34));
    const followed: Record<keyof typeof errors, Followed> = { told: newCase(), byDays: newCase() };
    for (let week = 0; week < weeks; week++) {
      if (week > 0) logGrams += 0.012 * Math.sqrt(stitchesAWeek / 100_000) * normal(luck);
      const grams = Math.exp(logGrams) + 1.5 * normal(luck);
      const days = week === 0 ? 0 : 7;
      followed.told = afterStep(followed.told, {
        is: 'reading',
        grams,
        days,
        stitches: days && stitchesAWeek,
      });
      followed.byDays = afterStep(followed.byDays, { is: 'reading', grams, days });
      if (week < weeks / 2) continue;
      for (const how of ['told', 'byDays'] as const) {
        const belief = beliefOf(followed[how])!;
        errors[how].push(belief.grams - Math.exp(logGrams));
        inDeviations[how].push((belief.grams - Math.exp(logGrams)) / belief.gramsSd);
      }
    }
  }
  const root = (values: readonly number[]) =>
    Math.sqrt(values.reduce((sum, value) => sum + value ** 2, 0) / values.length);
  return {
    told: { error: root(errors.told), inDeviations: root(inDeviations.told) },
    byDays: { error: root(errors.byDays), inDeviations: root(inDeviations.byDays) },
  };
}

test('of a machine that stands, the readings of weeks are believed together', () => {
  const { told, byDays } = followedFor(8, 0);
  expect(told.error).toBeLessThan(0.9 * byDays.error);
  expect(told.inDeviations).toBeLessThan(1.1);
});

test('of a machine that sews in three shifts, an old reading says less', () => {
  const { told, byDays } = followedFor(8, 7 * 450_000);
  expect(told.error).toBeLessThan(byDays.error);
  // What is believed is as sure as it may be; by the days alone it is too sure.
  expect(told.inDeviations).toBeLessThan(1.2);
  expect(told.inDeviations).toBeLessThan(0.9 * byDays.inDeviations);
});
