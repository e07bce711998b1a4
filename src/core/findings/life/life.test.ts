import { describe, expect, test } from 'vitest';
import { chance } from '../../base/chance.ts';
import { faultKeys, faults } from '../../fault/faults.ts';
import { madeLives } from '../../../../tools/made/workshops/learn.ts';
import { ageReached, kaplanMeier } from './kaplan-meier.ts';
import { byAge, triedLives, type Life } from './lives.ts';
import { logRank } from './log-rank.ts';
import { ageRule, bestAge, costAt } from './replace.ts';
import { endedByTrouble } from './trouble.ts';
import { goodAt, weibullFit, weibullWithShape } from './weibull.ts';

const life = (span: number, ended = true): Life => ({ span, ended });

describe('lives by age', () => {
  const lives = [
    life(5),
    life(3, false),
    life(5, false),
    life(9),
    life(5),
    life(0),
    life(-1),
    life(NaN),
    life(Infinity),
  ];
  test('counts at each age, the oldest last; what was not tried is left out', () => {
    expect(byAge(lives)).toEqual([
      { age: 3, atRisk: 5, ended: 0, censored: 1 },
      { age: 5, atRisk: 4, ended: 2, censored: 1 },
      { age: 9, atRisk: 1, ended: 1, censored: 0 },
    ]);
    expect(triedLives(lives).map(({ span }) => span)).toEqual([5, 3, 5, 9, 5]);
    expect(byAge([])).toEqual([]);
  });
  test('shares still good by hand: 1, then 2 of 4 gone, then the last', () => {
    const curve = kaplanMeier(lives);
    expect(curve.map(({ share }) => share)).toEqual([1, 0.5, 0]);
    // Greenwood: 0.5² · 2 / (4 · 2); the interval by the complementary log-log.
    const sd = 0.5 * Math.sqrt(2 / 8);
    const off = (1.959963984540054 * Math.sqrt(2 / 8)) / Math.log(0.5);
    expect(curve[0]).toMatchObject({ sd: 0, low: 1, high: 1 });
    expect(curve[1]!.sd).toBeCloseTo(sd, 12);
    expect(curve[1]!.low).toBeCloseTo(0.5 ** Math.exp(-off), 12);
    expect(curve[1]!.high).toBeCloseTo(0.5 ** Math.exp(off), 12);
    expect(curve[2]).toMatchObject({ sd: 0, low: 0, high: 0 });
    expect(ageReached(curve)).toEqual({ age: 5, low: 5, high: 9 });
    expect(ageReached(curve, 0.75)).toEqual({ age: 9, low: 5, high: 9 });
    expect(ageReached(curve.slice(0, 2), 0.6)).toEqual({ age: null, low: 5, high: null });
  });
  test('groups that nobody can compare: no difference, and no number that is none', () => {
    const none = { chiSquare: 0, p: 1 };
    expect(logRank([])).toMatchObject(none);
    expect(logRank([[life(4)]])).toMatchObject(none);
    expect(logRank([[life(4, false)], [life(5, false)]])).toMatchObject({
      ...none,
      ended: [0, 0],
      expected: [0, 0],
    });
    // The second left before the first end: it was never at risk.
    expect(logRank([[life(4), life(6)], [life(1, false)]])).toMatchObject({
      ...none,
      ended: [2, 0],
      expected: [2, 0],
    });
  });
  test('two groups by hand (Peto): one end at each of three ages', () => {
    const { ended, expected, chiSquare } = logRank([
      [life(1), life(4, false)],
      [life(2), life(3)],
    ]);
    expect(ended).toEqual([1, 2]);
    expect(expected[0]).toBeCloseTo(2 / 4 + 1 / 3 + 1 / 2, 12);
    expect(expected[1]).toBeCloseTo(2 / 4 + 2 / 3 + 1 / 2, 12);
    const variance = 1 / 4 + 2 / 9 + 1 / 4;
    expect(chiSquare).toBeCloseTo((1 - (2 / 4 + 1 / 3 + 1 / 2)) ** 2 / variance, 12);
  });
});

describe('whether trouble ended a needle’s life', () => {
  const ended = (
    reason: Parameters<typeof endedByTrouble>[0]['reason'],
    fault: string | null,
    nextBroke = false,
  ) => endedByTrouble({ reason, fault, nextBroke });
  test('broken and burred ones did, whatever stopped; what the job needed did not', () => {
    for (const reason of ['broke', 'burr'] as const)
      for (const fault of [null, '', 'bobbin_out']) expect(ended(reason, fault, true)).toBe(true);
    for (const reason of ['wrong_size', 'job_needs'] as const) expect(ended(reason, 'shred')).toBe(false);
  });
  test('a worn one, where it went at a stop of its side that did not come again', () => {
    for (const reason of ['worn', 'other'] as const) {
      expect(ended(reason, null)).toBe(false);
      expect(ended(reason, '')).toBe(true);
      expect(ended(reason, '', true)).toBe(false);
      expect(ended(reason, 'a fault of a later version')).toBe(true);
      for (const fault of faultKeys) expect(ended(reason, fault)).toBe(faults[fault].side !== 'bobbin');
      for (const fault of faultKeys) expect(ended(reason, fault, true)).toBe(false);
    }
  });
});

describe('what a rule costs', () => {
  const costs = { planned: 3, trouble: 20 };
  test('where age does not matter: a cycle’s cost over its length, in closed form', () => {
    const law = { shape: 1, scale: 200_000 };
    for (const age of [1000, 50_000, 200_000, 1e6]) {
      const good = Math.exp(-age / law.scale);
      const cost = (3 * good + 20 * (1 - good)) / (law.scale * (1 - good));
      expect(costAt(law, costs, age)).toBeCloseTo(cost * 100_000, 6);
    }
    expect(costAt(law, costs, Infinity)).toBeCloseTo((20 / 200_000) * 100_000, 6);
    expect(bestAge(law, costs)).toBeNull();
  });
  test('where they wear as springs do (shape 2): the mean by the error function', () => {
    // Mean of the law: scale · Γ(1.5) = scale · √π / 2.
    const law = { shape: 2, scale: 300_000 };
    expect(costAt(law, costs, Infinity)).toBeCloseTo(
      (20 / (300_000 * (Math.sqrt(Math.PI) / 2))) * 100_000,
      6,
    );
  });
  test.each([
    [1.5, 20],
    [2.5, 20],
    [2.5, 8],
    [4, 60],
    [1.05, 20],
  ])(
    'the cheapest age of shape %d at %d minutes’ trouble: by trying every one in two hundred',
    (shape, trouble) => {
      const law = { shape, scale: 400_000 };
      const of = { planned: 3, trouble };
      const ages = Array.from({ length: 2400 }, (_, index) => (index + 1) * 1000);
      const least = ages.reduce((best, age) => (costAt(law, of, age) < costAt(law, of, best) ? age : best));
      const isWorthIt = costAt(law, of, least) < 0.98 * costAt(law, of, Infinity);
      const found = bestAge(law, of);
      if (isWorthIt) expect(Math.abs(found! - least)).toBeLessThan(1000);
      else expect(found).toBeNull();
    },
  );
  test('no rule where trouble costs no more than a planned change, or where the old are the better', () => {
    const law = { shape: 3, scale: 400_000 };
    expect(bestAge(law, { planned: 5, trouble: 5 })).toBeNull();
    expect(bestAge(law, { planned: 5, trouble: 4 })).toBeNull();
    expect(bestAge({ shape: 0.7, scale: 400_000 }, costs)).toBeNull();
    expect(bestAge(law, costs)).not.toBeNull();
  });
  test('the rule of a hundred lives, and the rules that they would also allow', () => {
    const lives = madeLives(chance(3), 100, { shape: 2.5, scale: 400_000 });
    const fit = weibullFit(lives)!;
    const rule = ageRule(fit, lives, costs);
    expect(rule.age).toBe(bestAge(fit, costs));
    expect(rule.cost).toBe(costAt(fit, costs, rule.age!));
    expect(rule.untilTrouble).toBe(costAt(fit, costs, Infinity));
    const ends = [fit.shapeRange.low, fit.shapeRange.high].map((shape) =>
      bestAge(weibullWithShape(lives, shape), costs)!,
    );
    expect(rule.low).toBe(Math.min(...ends, rule.age!));
    expect(rule.high).toBe(Math.max(...ends, rule.age!));
  });
  test('lives that allow no rule as well: no upper end; that allow only none: until trouble', () => {
    const few = madeLives(chance(2), 14, { shape: 1.2, scale: 400_000 });
    const fit = weibullFit(few)!;
    expect(fit.shapeRange.low).toBeLessThan(1);
    const rule = ageRule(fit, few, costs);
    expect(rule.high).toBeNull();
    expect(rule.low).toBeLessThanOrEqual(rule.age ?? Infinity);
    const none = ageRule(fit, few, { planned: 5, trouble: 5 });
    expect(none).toEqual({
      age: null,
      low: fit.scale,
      high: null,
      cost: none.untilTrouble,
      untilTrouble: none.untilTrouble,
    });
  });
});

/** Log-likelihood of a law: of ends the density, of the rest the share still good. */
const logLikelihood = (lives: readonly Life[], shape: number, scale: number) =>
  lives.reduce(
    (sum, { span, ended }) =>
      sum -
      (span / scale) ** shape +
      (ended ? Math.log(shape / scale) + (shape - 1) * Math.log(span / scale) : 0),
    0,
  );

describe('the law of lives, by its definition', () => {
  const lives = madeLives(chance(11), 60, { shape: 2.2, scale: 300_000 });
  const logOf = (shape: number, scale: number) => logLikelihood(lives, shape, scale);
  const fit = weibullFit(lives)!;
  const bestOver = (of: (at: number) => number, from: number, to: number) => {
    let [low, high] = [Math.log(from), Math.log(to)];
    for (let round = 0; round < 80; round++) {
      const [left, right] = [low + (high - low) / 3, high - (high - low) / 3];
      if (of(Math.exp(left)) < of(Math.exp(right))) low = left;
      else high = right;
    }
    return Math.exp(low);
  };
  test('no neighbour is likelier, and it says how likely it is', () => {
    expect(fit.logLikelihood).toBeCloseTo(logOf(fit.shape, fit.scale), 7);
    for (const [shape, scale] of [
      [1.001, 1],
      [0.999, 1],
      [1, 1.001],
      [1, 0.999],
    ])
      expect(logOf(fit.shape * shape!, fit.scale * scale!)).toBeLessThan(fit.logLikelihood);
    expect(fit.ended).toBe(lives.filter(({ ended }) => ended).length);
  });
  test('intervals end where the best of the other parameter is less likely by half of 3.84', () => {
    const least = fit.logLikelihood - 3.841458820694124 / 2;
    for (const shape of [fit.shapeRange.low, fit.shapeRange.high]) {
      const scale = bestOver((at) => logOf(shape, at), 1e4, 1e7);
      expect(logOf(shape, scale)).toBeCloseTo(least, 6);
      expect(weibullWithShape(lives, shape).scale / scale).toBeCloseTo(1, 6);
      expect(weibullWithShape(lives, shape).logLikelihood).toBeCloseTo(least, 6);
    }
    for (const scale of [fit.scaleRange.low, fit.scaleRange.high]) {
      const shape = bestOver((at) => logOf(at, scale), 0.05, 50);
      expect(logOf(shape, scale)).toBeCloseTo(least, 6);
    }
    expect(fit.shapeRange.low).toBeLessThan(fit.shape);
    expect(fit.shapeRange.high).toBeGreaterThan(fit.shape);
    expect(fit.scaleRange.low).toBeLessThan(fit.scale);
    expect(fit.scaleRange.high).toBeGreaterThan(fit.scale);
  });
  test('the same law in another unit, however large', () => {
    const large = weibullFit(lives.map(({ span, ended }) => ({ span: span * 1e6, ended })))!;
    expect(large.shape).toBeCloseTo(fit.shape, 9);
    expect(large.scale / fit.scale / 1e6).toBeCloseTo(1, 9);
    expect(goodAt(fit, fit.scale)).toBeCloseTo(Math.exp(-1), 12);
    expect(goodAt({ shape: 2, scale: 10 }, 5)).toBeCloseTo(Math.exp(-0.25), 12);
  });
  test('with few ends the interval’s search goes far, and is right all the same', () => {
    const few = [life(100), life(140), life(150), life(150), life(160, false), life(90), life(170, false)];
    const found = weibullFit(few)!;
    const of = (shape: number, scale: number) => logLikelihood(few, shape, scale);
    for (const scale of [found.scaleRange.low, found.scaleRange.high]) {
      const shape = bestOver((at) => of(at, scale), 0.05, 50);
      expect(of(shape, scale)).toBeCloseTo(found.logLikelihood - 3.841458820694124 / 2, 5);
    }
  });
  test('below five ends, or with all at one age, there is no law', () => {
    expect(weibullFit([life(1), life(2), life(3), life(4), life(9, false)])).toBeNull();
    expect(weibullFit([life(1), life(2), life(3), life(4), life(9)])).not.toBeNull();
    expect(weibullFit(Array.from({ length: 9 }, () => life(7)))).toBeNull();
    expect(weibullFit([])).toBeNull();
  });
});
