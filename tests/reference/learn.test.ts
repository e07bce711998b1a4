import { describe, expect, test } from 'vitest';
import { chance } from '../../src/core/base/chance.ts';
import { cusumAfter } from '../../src/core/findings/change/cusum-sum.ts';
import { cusumFor, stitchesToSignal } from '../../src/core/findings/change/cusum.ts';
import { poissonRegression } from '../../src/core/findings/factors/poisson-regression.ts';
import { ageReached, kaplanMeier } from '../../src/core/findings/life/kaplan-meier.ts';
import type { Life } from '../../src/core/findings/life/lives.ts';
import { logRank } from '../../src/core/findings/life/log-rank.ts';
import { weibullFit } from '../../src/core/findings/life/weibull.ts';
import { rateOf } from '../../src/core/findings/rates/rate.ts';
import { ratioOf } from '../../src/core/findings/rates/ratio.ts';
import { commonOf } from '../../src/core/findings/rates/shrunk.ts';

/*
 * Against R 4.2.2 (package survival 3.5-3, Debian bookworm) on published data. The R call stands beside each check; the suite needs no R.
 */

const lives = (spans: readonly number[], ended: readonly number[]): Life[] =>
  spans.map((span, index) => ({ span, ended: ended[index] === 1 }));

/** Weeks in remission: Freireich et al., Blood 21, 1963; as printed in Lawless, Statistical Models and Methods for Lifetime Data. */
const mercaptopurine = lives(
  [6, 6, 6, 6, 7, 9, 10, 10, 11, 13, 16, 17, 19, 20, 22, 23, 25, 32, 32, 34, 35],
  [1, 1, 1, 0, 1, 0, 1, 0, 0, 1, 1, 0, 0, 0, 1, 1, 0, 0, 0, 0, 0],
);
const placebo = lives(
  [1, 1, 2, 2, 3, 4, 4, 5, 5, 8, 8, 8, 8, 11, 11, 12, 12, 15, 17, 22, 23],
  Array.from({ length: 21 }, () => 1),
);
/** Hours to failure of 20 units, 10 of them still running at 500: NIST/SEMATECH e-Handbook of Statistical Methods, section 8.4.1.2. */
const nist = lives(
  [54, 187, 216, 240, 244, 335, 361, 373, 375, 386, ...Array.from({ length: 10 }, () => 500)],
  [...Array.from({ length: 10 }, () => 1), ...Array.from({ length: 10 }, () => 0)],
);

describe('needle life, on lives that were published', () => {
  test('Kaplan–Meier with Greenwood: survfit(Surv(t, e) ~ 1, conf.type = "log-log")', () => {
    const curve = kaplanMeier(mercaptopurine);
    const wanted: [age: number, atRisk: number, share: number, sd: number, low: number, high: number][] = [
      [6, 21, 0.857142857142857, 0.0763603548321213, 0.619717955265984, 0.951551747646997],
      [7, 17, 0.80672268907563, 0.0869352851800572, 0.563146564622233, 0.92280901920288],
      [10, 15, 0.752941176470588, 0.0963496529943205, 0.503199510799957, 0.889361835169265],
      [13, 12, 0.690196078431372, 0.1068147077750098, 0.431610222486184, 0.849065963349451],
      [16, 11, 0.627450980392157, 0.1140538652567525, 0.367510855987502, 0.804912189471841],
      [22, 7, 0.53781512605042, 0.128233751693034, 0.267778936767135, 0.746790717635394],
      [23, 6, 0.448179271708683, 0.1345914567557604, 0.188052005959232, 0.680142628495241],
    ];
    for (const [age, atRisk, share, sd, low, high] of wanted) {
      const point = curve.find((each) => each.age === age);
      expect(point).toMatchObject({ atRisk });
      [point!.share, point!.sd, point!.low, point!.high].forEach((value, index) =>
        expect(value).toBeCloseTo([share, sd, low, high][index]!, 10),
      );
    }
    expect(curve).toHaveLength(16);
    // print(survfit(…)): median 23, 0.95LCL 13, 0.95UCL NA.
    expect(ageReached(curve)).toEqual({ age: 23, low: 13, high: null });
  });
  test('log-rank: survdiff(Surv(time, event) ~ group)', () => {
    const { chiSquare, expected, ended, p } = logRank([mercaptopurine, placebo]);
    expect(chiSquare).toBeCloseTo(16.7929409892165, 10);
    expect(expected[0]).toBeCloseTo(19.2505009480311, 10);
    expect(expected[1]).toBeCloseTo(10.7494990519689, 10);
    expect(ended).toEqual([9, 21]);
    // pchisq(16.7929409892165, 1, lower = FALSE)
    expect(p).toBeCloseTo(4.1688e-5, 8);
  });
  test('Weibull: survreg(Surv(t, e) ~ 1, dist = "weibull"), profile intervals by uniroot', () => {
    const fit = weibullFit(mercaptopurine)!;
    expect(fit.shape).toBeCloseTo(1.35373452383311, 6);
    expect(fit.scale).toBeCloseTo(33.76515096773997, 5);
    expect(fit.logLikelihood).toBeCloseTo(-41.65867847688155, 8);
    expect(fit.shapeRange.low).toBeCloseTo(0.723675000734, 6);
    expect(fit.shapeRange.high).toBeCloseTo(2.20367648742, 6);
    const other = weibullFit(placebo)!;
    expect(other.shape).toBeCloseTo(1.3704998594653, 6);
    expect(other.scale).toBeCloseTo(9.4821412542547, 6);
    expect(other.logLikelihood).toBeCloseTo(-64.9201075890124, 8);
  });
  test('the handbook’s units on test: its own figures, and R’s to six places', () => {
    const fit = weibullFit(nist)!;
    // Printed in the handbook (from memory): shape 1.7208, characteristic life 606.5280.
    expect(fit.shape).toBeCloseTo(1.7208, 4);
    expect(fit.scale).toBeCloseTo(606.528, 3);
    expect(fit.shape).toBeCloseTo(1.7207972608085, 6);
    expect(fit.scale / 606.5275580042734).toBeCloseTo(1, 8);
    expect(fit.logLikelihood).toBeCloseTo(-75.1346181644749, 8);
    expect(fit.shapeRange.low).toBeCloseTo(0.905645358752, 6);
    expect(fit.shapeRange.high).toBeCloseTo(2.885737865741, 6);
    expect(fit.scaleRange.low / 437.556745394).toBeCloseTo(1, 7);
    expect(fit.scaleRange.high / 1118.877624699).toBeCloseTo(1, 7);
  });
});

describe('rates', () => {
  test('the exact interval: poisson.test(137, 24.19893), Welsh nickel refiners (Breslow and Day 1987)', () => {
    // Told for 10,000: an exposure of 24.19893 is 241,989.3 of them.
    const { rate, low, high } = rateOf(137, 24.19893 * 10_000);
    expect(rate).toBeCloseTo(137 / 24.19893, 10);
    expect(low).toBeCloseTo(4.75312480484875, 8);
    expect(high).toBeCloseTo(6.69270933417607, 8);
    // poisson.test(0, 2)
    expect(rateOf(0, 20_000).high).toBeCloseTo(1.84443972705697, 8);
  });
  test('one against another: poisson.test(c(11, 21), c(800, 3011)), lung cancer in Danish cities (Andersen 1977)', () => {
    const told = ratioOf({ breaks: 11, stitches: 800 }, { breaks: 21, stitches: 3011 });
    expect(told.ratio).toBeCloseTo(1.9714880952380953, 10);
    expect(told.low).toBeCloseTo(0.8584264033916392, 8);
    expect(told.high).toBeCloseTo(4.277265943654071, 7);
    expect(told.p).toBeCloseTo(0.0796686330333295, 8);
    // poisson.test(c(3, 20), c(1.5, 4))
    const few = ratioOf({ breaks: 3, stitches: 1.5 }, { breaks: 20, stitches: 4 });
    expect(few.low).toBeCloseTo(0.0761163636242291, 8);
    expect(few.high).toBeCloseTo(1.3487271740201692, 8);
    expect(few.p).toBeCloseTo(0.1610518141465059, 8);
  });
  test('what places have in common: MASS::glm.nb(count ~ offset(log(exposure)))', () => {
    const counts = [3, 0, 7, 2, 1, 9, 4, 0, 2, 5];
    const exposures = [2, 1, 3, 2, 1, 2, 3, 1, 2, 1.5];
    const common = commonOf(counts.map((breaks, index) => ({ breaks, stitches: exposures[index]! })))!;
    expect(common.rate / 10_000).toBeCloseTo(1.737417633, 6);
    expect(common.shape).toBeCloseTo(5.417189148, 3);
  });
});

describe('what goes with counts', () => {
  /** R's own data warpbreaks: breaks of the yarn per loom, Tippett, Technological Applications of Statistics, 1950. */
  const warpbreaks = [
    26, 30, 54, 25, 70, 52, 51, 26, 67, 18, 21, 29, 17, 12, 18, 35, 30, 36, 36, 21, 24, 18, 10, 43, 28, 15,
    26, 27, 14, 29, 19, 29, 31, 41, 20, 44, 42, 26, 19, 16, 39, 28, 21, 39, 29, 20, 21, 24, 17, 13, 15, 15,
    16, 28,
  ];
  const loom = (index: number) => {
    const tension = Math.floor(index / 9) % 3;
    return [1, index >= 27 ? 1 : 0, tension === 1 ? 1 : 0, tension === 2 ? 1 : 0];
  };
  test('glm(breaks ~ wool + tension, poisson, warpbreaks)', () => {
    const fit = poissonRegression({
      columns: warpbreaks.map((_, index) => loom(index)),
      counts: warpbreaks,
      exposures: warpbreaks.map(() => 1),
    })!;
    [3.691963144941, -0.205988442639, -0.321320431601, -0.518488496512].forEach((effect, index) =>
      expect(fit.effects[index]).toBeCloseTo(effect, 9),
    );
    [0.0454107943426, 0.0515712427836, 0.0602659166952, 0.0639595193957].forEach((sd, index) =>
      expect(Math.sqrt(fit.covariance.get(index, index))).toBeCloseTo(sd, 9),
    );
    expect(fit.deviance).toBeCloseTo(210.39188876245, 8);
    expect(fit.dispersion).toBeCloseTo(4.26152188396, 8);
  });
  test('glm(cases ~ offset(log(pop)) + city + age, poisson), Danish cities (Andersen 1977)', () => {
    const people = [
      3059, 2879, 3142, 2520, 800, 1083, 1050, 878, 710, 923, 895, 839, 581, 834, 702, 631, 509, 634, 535,
      539, 605, 782, 659, 619,
    ];
    const cases = [11, 13, 4, 5, 11, 6, 8, 7, 11, 15, 7, 10, 10, 10, 11, 14, 11, 12, 9, 8, 10, 2, 12, 7];
    const columns = cases.map((_, index) => {
      const [city, age] = [index % 4, Math.floor(index / 4)];
      return [
        1,
        ...[1, 2, 3].map((each) => Number(city === each)),
        ...[1, 2, 3, 4, 5].map((each) => Number(age === each)),
      ];
    });
    const fit = poissonRegression({ columns, counts: cases, exposures: people })!;
    [
      -5.632064510826, -0.330059985564, -0.371546162323, -0.272317692445, 1.101014000625, 1.518612346123,
      1.767706247357, 1.8568633043, 1.419653420368,
    ].forEach((effect, index) => expect(fit.effects[index]).toBeCloseTo(effect, 8));
    expect(Math.sqrt(fit.covariance.get(1, 1))).toBeCloseTo(0.181503314993, 8);
    expect(Math.sqrt(fit.covariance.get(8, 8))).toBeCloseTo(0.250270671809, 8);
    expect(fit.deviance).toBeCloseTo(23.4474781724, 8);
    expect(fit.dispersion).toBeCloseTo(1.50410875582, 8);
    // A column twice: which of the two it is cannot be told.
    expect(
      poissonRegression({
        columns: columns.map((row) => [...row, row[1]!]),
        counts: cases,
        exposures: people,
      }),
    ).toBeNull();
    // Held near 0, both have half of it.
    const penalties = [...columns[0]!.map(() => 0), 0];
    penalties[1] = penalties[9] = 1;
    const held = poissonRegression({
      columns: columns.map((row) => [...row, row[1]!]),
      counts: cases,
      exposures: people,
      penalties,
    })!;
    expect(held.effects[1]).toBeCloseTo(held.effects[9]!, 9);
  });
});

describe('the chart that waits for a rise', () => {
  test('stitches until a false signal: the chain of Brook and Evans, in R by dpois and solve', () => {
    expect(stitchesToSignal(25, 1 / 25_000, 2) / 587_505.966781892).toBeCloseTo(1, 9);
    expect(stitchesToSignal(33, 1 / 25_000, 3) / 3_293_402.73877519).toBeCloseTo(1, 9);
  });
  test('false signals are as rare as stated', () => {
    const design = cusumFor({ usual: 1 / 10_000, times: 3, falseEvery: 2_000_000 });
    expect(design.falseEvery).toBeGreaterThanOrEqual(2_000_000);
    const luck = chance(11);
    let [sewn, alarms, sum] = [0, 0, 0];
    while (alarms < 400) {
      const stitches = -Math.log(1 - luck.next()) * 10_000;
      sewn += stitches;
      sum = cusumAfter(sum, { breaks: 1, stitches }, design);
      if (sum >= design.limit - 1e-9) [sum, alarms] = [0, alarms + 1];
    }
    // 400 alarms: 5 % one standard deviation.
    expect(sewn / alarms / design.falseEvery).toBeGreaterThan(0.85);
    expect(sewn / alarms / design.falseEvery).toBeLessThan(1.2);
  });
});
