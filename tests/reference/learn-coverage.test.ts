import jStat from 'jstat';
import { describe, expect, test } from 'vitest';
import { casesTried } from '../support/cases-tried.ts';
import { chance } from '../../src/core/base/chance.ts';
import { changesOf, likeliestChange } from '../../src/core/findings/change/changed.ts';
import { goesWith } from '../../src/core/findings/factors/goes-with.ts';
import { kaplanMeier } from '../../src/core/findings/life/kaplan-meier.ts';
import { ageRule, bestAge, costAt } from '../../src/core/findings/life/replace.ts';
import { goodAt, weibullFit } from '../../src/core/findings/life/weibull.ts';
import { rateOf } from '../../src/core/findings/rates/rate.ts';
import { ratioOf } from '../../src/core/findings/rates/ratio.ts';
import { commonOf, shrunkRate } from '../../src/core/findings/rates/shrunk.ts';
import { madeLives, madeYear, poisson } from '../../tools/made/workshops/learn.ts';

/* Intervals that say 95 in 100 hold the truth 95 in 100 times: on made-up workshops whose truth is known. `npm run bench:learn` runs more of them. */

const runs = 2000;
const share = (of: (run: number) => boolean, count = runs) =>
  Array.from({ length: count }, (_, run) => of(run)).filter(Boolean).length / count;

describe('over 2,000 made-up workshops the intervals hold the truth', () => {
  const law = { shape: 2.2, scale: 400_000 };
  test('of needles still good at an age', () => {
    const held = share((run) => {
      const curve = kaplanMeier(madeLives(chance(run), 80, law));
      const at = curve.findLast(({ age }) => age <= 300_000)!;
      const truth = goodAt(law, 300_000);
      return at.low <= truth && truth <= at.high;
    });
    expect(held).toBeGreaterThanOrEqual(0.93);
    expect(held).toBeLessThanOrEqual(0.97);
  });
  test('of the law’s shape and scale', () => {
    const fits = Array.from({ length: 600 }, (_, run) => weibullFit(madeLives(chance(9000 + run), 60, law))!);
    const held = (range: 'shapeRange' | 'scaleRange', truth: number) =>
      fits.filter((fit) => fit[range].low <= truth && truth <= fit[range].high).length / fits.length;
    for (const part of [held('shapeRange', law.shape), held('scaleRange', law.scale)]) {
      expect(part).toBeGreaterThanOrEqual(0.925);
      expect(part).toBeLessThanOrEqual(0.975);
    }
  });
  test('of a rate (exact: never less often than it says), and of a ratio where there is none', () => {
    const rate = share((run) => {
      const luck = chance(20_000 + run);
      const told = rateOf(poisson(luck, 60), 600_000);
      return told.low <= 1 && told.high! >= 1;
    });
    expect(rate).toBeGreaterThanOrEqual(0.94);
    expect(rate).toBeLessThanOrEqual(0.97);
    const alike = share((run) => {
      const luck = chance(30_000 + run);
      return (
        ratioOf({ breaks: poisson(luck, 40), stitches: 1 }, { breaks: poisson(luck, 80), stitches: 2 }).p >=
        0.05
      );
    });
    expect(alike).toBeGreaterThanOrEqual(0.94);
    expect(alike).toBeLessThanOrEqual(0.98);
  });
  test('of positions’ rates drawn towards the machine’s; one with 800 stitches and a break is not the worst', () => {
    const [held, all] = Array.from({ length: 500 }, (_, run) => {
      const luck = chance(40_000 + run);
      // Gamma of shape 4, as a sum of exponentials.
      const truths = Array.from(
        { length: 15 },
        () => [1, 2, 3, 4].reduce((sum) => sum - Math.log(1 - luck.next()), 0) / 4 / 10_000,
      );
      const places = truths.map((truth) => {
        const stitches = luck.between(50_000, 1_000_000);
        return { stitches, breaks: poisson(luck, truth * stitches) };
      });
      const common = commonOf(places)!;
      return places.filter((place, index) => {
        const { low, high } = shrunkRate(place, common);
        return low <= truths[index]! * 10_000 && truths[index]! * 10_000 <= high;
      }).length;
    }).reduce(([sum, count], some) => [sum + some, count + 15], [0, 0] as [number, number]);
    expect(held / all).toBeGreaterThanOrEqual(0.93);
    expect(held / all).toBeLessThanOrEqual(0.97);
    const places = [
      { breaks: 1, stitches: 800 },
      { breaks: 60, stitches: 400_000 },
      { breaks: 20, stitches: 400_000 },
      { breaks: 18, stitches: 400_000 },
    ];
    const common = commonOf(places)!;
    expect(shrunkRate(places[0]!, common).rate).toBeLessThan(shrunkRate(places[1]!, common).rate);
  });
});

describe('a change', () => {
  const flat = (seed: number, days: number, mean: number) => {
    const luck = chance(seed);
    return Array.from({ length: days }, () => {
      const stitches = Math.round(luck.between(50_000, 150_000));
      return { stitches, breaks: poisson(luck, (mean * stitches) / 100_000) };
    });
  };
  const sumOf = (steps: readonly { breaks: number; stitches: number }[], of: 'breaks' | 'stitches') =>
    steps.reduce((sum, step) => sum + step[of], 0);
  test('where nothing changed is told as rarely as it says', () => {
    const chances = Array.from({ length: runs }, (_, run) => likeliestChange(flat(50_000 + run, 60, 2))!.p);
    // Exact: p below a tenth in a tenth of all cases, below a hundredth in a hundredth.
    const below = (limit: number) => chances.filter((p) => p <= limit).length / runs;
    expect(below(0.1)).toBeGreaterThan(0.08);
    expect(below(0.1)).toBeLessThan(0.12);
    expect(below(0.01)).toBeGreaterThan(0.004);
    expect(below(0.01)).toBeLessThan(0.016);
  });
  test('a bad batch planted on one day is found and dated to that day or the next to it, nine times in ten', () => {
    const dated = share((run) => {
      const steps = flat(60_000 + run, 90, 5).map((step, day) =>
        day < 60
          ? step
          : {
              ...step,
              breaks: step.breaks + poisson(chance(run * 997 + day), 15 * (step.stitches / 100_000)),
            },
      );
      const change = likeliestChange(steps)!;
      return change.p < 0.01 && Math.abs(change.at - 60) <= 1;
    }, 300);
    expect(dated).toBeGreaterThanOrEqual(0.9);
  });
  test('a batch that was used up again is found with both its ends; where nothing changed no more is told than it says', () => {
    const told = Array.from({ length: 300 }, (_, run) => changesOf(flat(65_000 + run, 120, 1)).length > 0);
    // One date and one stretch, each at most one in a hundred.
    expect(told.filter(Boolean).length / told.length).toBeLessThanOrEqual(0.03);
    const found = Array.from({ length: 100 }, (_, run) => {
      const luck = chance(66_000 + run);
      const steps = flat(67_000 + run, 120, 1).map((step, day) =>
        day < 50 || day >= 59
          ? step
          : { ...step, breaks: step.breaks + poisson(luck, (5 * step.stitches) / 100_000) },
      );
      const [begins, ends] = changesOf(steps);
      return (
        begins &&
        ends &&
        Math.abs(begins.at - 50) <= 1 &&
        Math.abs(ends.at - 59) <= 1 &&
        begins.after > begins.before
      );
    });
    expect(found.filter(Boolean).length).toBeGreaterThanOrEqual(85);
  });
  test('of tens of thousands of breaks only a bound is told: it never says less than is so, and a real change is far below it', () => {
    // At least the chance of one given split, by the exact binomial law, whatever the split.
    for (let run = 0; run < 100; run++) {
      const steps = flat(68_000 + run, 60, 500);
      const { at, p } = likeliestChange(steps)!;
      const [breaks, stitches] = [sumOf(steps, 'breaks'), sumOf(steps, 'stitches')];
      expect(breaks).toBeGreaterThan(20_000);
      const before = steps.slice(0, at);
      const share = sumOf(before, 'stitches') / stitches;
      const off = Math.abs(sumOf(before, 'breaks') - breaks * share);
      const below = jStat.binomial.cdf(Math.ceil(breaks * share - off), breaks, share);
      const above = 1 - jStat.binomial.cdf(Math.floor(breaks * share + off) - 1, breaks, share);
      expect(p).toBeGreaterThanOrEqual(Math.min(1, below + above) - 1e-9);
    }
    const risen = flat(69_000, 60, 500).map((step, day) =>
      day < 31 ? step : { ...step, breaks: Math.round(step.breaks * 1.1) },
    );
    const change = changesOf(risen);
    expect(change).toHaveLength(1);
    expect(Math.abs(change[0]!.at - 31)).toBeLessThanOrEqual(1);
    expect(change[0]!.p).toBeLessThan(1e-6);
  });
  test('brute force: how rare it is, on all ways that four breaks fall on three days', () => {
    const steps = [
      { breaks: 4, stitches: 1 },
      { breaks: 0, stitches: 2 },
      { breaks: 0, stitches: 1 },
    ];
    const shares = [0.25, 0.5, 0.25];
    const tellingOf = (counts: readonly number[]) =>
      Math.max(
        ...[1, 2].map((split) => {
          const first = counts.slice(0, split).reduce((a, b) => a + b, 0);
          const part = shares.slice(0, split).reduce((a, b) => a + b, 0);
          const term = (count: number, of: number) => (count === 0 ? 0 : count * Math.log(count / (4 * of)));
          return term(first, part) + term(4 - first, 1 - part);
        }),
      );
    const most = tellingOf([4, 0, 0]);
    let sum = 0;
    for (let code = 0; code < 81; code++) {
      const days = [0, 1, 2, 3].map((which) => Math.floor(code / 3 ** which) % 3);
      const counts = [0, 1, 2].map((day) => days.filter((each) => each === day).length);
      if (tellingOf(counts) >= most - 1e-9) sum += days.reduce((product, day) => product * shares[day]!, 1);
    }
    expect(likeliestChange(steps)!.p).toBeCloseTo(sum, 10);
  });
});

describe('the learnt rule of needle life', () => {
  test('costs within 5 % of the best there is, on average, after 200 needles', () => {
    const law = { shape: 2.5, scale: 420_000 };
    const costs = { planned: 2.5, trouble: 20 };
    const best = costAt(law, costs, bestAge(law, costs)!);
    const over = Array.from({ length: 100 }, (_, run) => {
      const lives = madeLives(chance(70_000 + run), 200, law);
      const { age } = ageRule(weibullFit(lives)!, lives, costs);
      return costAt(law, costs, age ?? Infinity) / best - 1;
    });
    expect(over.reduce((a, b) => a + b, 0) / over.length).toBeLessThan(0.05);
    expect(over.filter((each) => each < 0.05).length / over.length).toBeGreaterThan(0.9);
  });
  test('no limit where needles do not wear; by hand: a uniform hazard costs the same at any age but for planned changes', () => {
    const costs = { planned: 2, trouble: 10 };
    expect(bestAge({ shape: 1, scale: 1e5 }, costs)).toBeNull();
    expect(bestAge({ shape: 0.7, scale: 1e5 }, costs)).toBeNull();
    expect(bestAge({ shape: 3, scale: 1e5 }, { planned: 10, trouble: 10 })).toBeNull();
    // Without a rule: trouble's minutes over the mean life, which is the scale for a uniform hazard.
    expect(costAt({ shape: 1, scale: 1e5 }, costs, Infinity)).toBeCloseTo(10, 6);
    // A needle that surely lasts to its scale and no farther: planned just before it.
    expect(bestAge({ shape: 40, scale: 1e5 }, costs)! / 1e5).toBeGreaterThan(0.8);
  });
  test('the published condition of Barlow and Hunter holds at the best age', () => {
    // h(T)·∫S − F(T) = planned/(trouble − planned): Operations Research 8, 1960, for the Weibull law by numbers.
    const law = { shape: 2.5, scale: 1 };
    const costs = { planned: 1, trouble: 5 };
    const age = bestAge(law, costs)!;
    const hazard = law.shape * age ** (law.shape - 1);
    const steps = 20_000;
    let mean = 0;
    for (let step = 0; step < steps; step++)
      mean += (goodAt(law, ((step + 0.5) * age) / steps) * age) / steps;
    expect(hazard * mean - (1 - goodAt(law, age))).toBeCloseTo(1 / (5 - 1), 4);
  });
});

describe('on the simulated machine’s year', () => {
  test('what its hidden model has is found, what it has not is not', () => {
    let [wrong, found] = [0, 0];
    const years = casesTried(3);
    for (let seed = 1; seed <= years; seed++) {
      const { cells } = madeYear(80_000 + seed, {
        bad: { position: 3, times: 2.5 },
        capTimes: 1.8,
        batch: null,
      });
      const told = goesWith(cells)!.effects.filter(({ isFound }) => isFound);
      const says = (factor: string, level: string) =>
        told.some((effect) => effect.factor === factor && [effect.level, effect.usual].includes(level));
      found +=
        Number(says('position', '3')) +
        Number(says('thread', 'plum')) +
        Number(says('cloth', 'structured cap'));
      found += Number(told.some(({ factor }) => factor === 'age'));
      // Rayon and metallic thread, position 3, caps and the needle's age are in the model; the kind of needle and the speed are not.
      wrong += told.filter(
        ({ factor, level, usual }) =>
          !(
            factor === 'age' ||
            (factor === 'position' && [level, usual].includes('3')) ||
            (factor === 'cloth' && [level, usual].includes('structured cap')) ||
            (factor === 'thread' && ['plum', 'fern'].some((name) => [level, usual].includes(name)))
          ),
      ).length;
    }
    // Of four things a year one may be missed in eight years.
    expect(found).toBeGreaterThanOrEqual(4 * years - 1);
    expect(wrong).toBeLessThanOrEqual(1);
  });
});
