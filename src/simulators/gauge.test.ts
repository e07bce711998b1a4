import { expect, test } from 'vitest';
import { chance } from '../core/base/chance.ts';
import { readPullCurve } from '../core/tension/pull/pull-curve.ts';
import { conditions, simulatedPull, type Condition } from './gauge.ts';

const pull = { base: 27, rateHz: 50, seconds: 5, speed: 80, woundDiameter: 16 };
const read = (condition: Condition, seed: number) =>
  readPullCurve({ ...pull, grams: simulatedPull({ ...pull, condition }, chance(seed).next) });

test.each([
  ['healthy', 'steady'],
  ['dropped', 'out-of-round'],
  ['swollen', 'out-of-round'],
  ['lint', 'stick-slip'],
  ['dry', 'stick-slip'],
  ['wrong-thread', 'steady'],
] as const)('the stand-in’s %s case reads as %s', (condition, verdict) => {
  for (let seed = 1; seed <= 40; seed++) expect(read(condition, seed).verdict).toBe(verdict);
});
test.each([
  ['healthy', 'steady'],
  ['dropped', 'out-of-round'],
  ['swollen', 'out-of-round'],
  ['wrong-thread', 'steady'],
] as const)('the %s case reads as %s by a hand that sways, stops and lets go, too', (condition, verdict) => {
  const verdicts = Array.from({ length: 60 }, (_, seed) => {
    const grams = simulatedPull({ ...pull, seconds: 7, condition, hand: 'swaying' }, chance(seed + 1).next);
    return readPullCurve({ ...pull, grams }).verdict;
  });
  expect(verdicts.filter((told) => told === verdict).length / verdicts.length).toBeGreaterThanOrEqual(0.95);
});
test('a healthy case reads what it is set to; another bobbin thread may double it (common practice)', () => {
  expect(read('healthy', 3).grams).toBeCloseTo(27, 0);
  expect(read('wrong-thread', 3).grams / read('healthy', 3).grams).toBeCloseTo(2, 1);
});
test('every condition has a name', () => {
  for (const { name } of Object.values(conditions)) expect(name.length).toBeGreaterThan(3);
});
