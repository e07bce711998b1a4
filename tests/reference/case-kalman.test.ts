import { KalmanFilter } from 'kalman-filter';
import { quantile } from 'simple-statistics';
import { describe, expect, test } from 'vitest';
import { chance, type Chance } from '../../src/core/base/chance.ts';
import { usualScrew } from '../../src/core/tension/case/belief/known-screw.ts';
import { density } from '../../src/core/tension/case/belief/normal.ts';
import { followCase, type CaseStep } from '../../src/core/tension/case/belief/screw.ts';
import { handError, noises, plays, springs } from '../../src/core/tension/case/belief/spring.ts';
import { normal } from '../../tools/made/normal.ts';

/**
 * Where the spring is linear, its screw has no play and no reading is a slip, a case with a known slope and noise is linear and Gaussian: a Kalman
 * filter follows it exactly (Kalman 1960; by the package kalman-filter). Of what is not known, one such filter each, weighed by how likely it made the
 * readings (a bank of filters: Magill, “Optimal adaptive estimation of sampled stochastic processes”, 1965). The case's own filter on a grid must
 * come to the same, but for the slips and jumps that it allows besides.
 */
const linear = springs[1]!;
/** Nothing else is believed in: that law, and no play. */
const only = {
  ...usualScrew,
  screws: springs.map((spring) =>
    spring.slopes.map(() => plays.map(({ play }) => Number(spring === linear && play === 0))),
  ),
};
/** How far a case wanders before a reading, grams, as rows.ts has it. */
const wander = (days: number) => 27 * Math.min(0.08, Math.hypot(0.004, 0.012 * Math.sqrt(days)));

interface Told {
  grams: number;
  gramsSd: number;
  slope: number;
  slopeSd: number;
}

/** What a bank of Kalman filters makes of a history that begins with a reading. */
function bank(steps: readonly CaseStep[]): Told {
  const members = linear.slopes.flatMap(({ slope, chance }) =>
    noises.map(({ noise, chance: ofNoise }) => ({
      slope,
      chance: chance * ofNoise,
      ...member(steps, slope, noise),
    })),
  );
  const weights = members.map(({ chance, logLikelihood }) => Math.log(chance) + logLikelihood);
  const most = Math.max(...weights);
  const each = weights.map((weight) => Math.exp(weight - most));
  const all = each.reduce((sum, weight) => sum + weight, 0);
  const mean = (of: (member: (typeof members)[number]) => number) =>
    members.reduce((sum, member, k) => sum + (each[k]! / all) * of(member), 0);
  const grams = mean((member) => member.grams);
  const slope = mean((member) => member.slope);
  return {
    ...{ grams, slope },
    gramsSd: Math.sqrt(mean((member) => member.variance + (member.grams - grams) ** 2)),
    slopeSd: Math.sqrt(mean((member) => (member.slope - slope) ** 2)),
  };
}

function member(steps: readonly CaseStep[], slope: number, noise: number) {
  // Between two readings: how far the screw brought it, and what spreads it.
  const readings: { grams: number; moved: number; spread: number }[] = [];
  let [moved, spread] = [0, 0];
  for (const step of steps) {
    if (step.is === 'turn') {
      moved += slope * step.turns;
      spread += (slope * handError(step.turns)) ** 2;
    } else {
      readings.push({ grams: step.grams, moved, spread: spread + wander(step.days ?? 0) ** 2 });
      [moved, spread] = [0, 0];
    }
  }
  let now = readings[0]!;
  const filter = new KalmanFilter({
    observation: { dimension: 1, stateProjection: [[1]], covariance: [[noise ** 2]] },
    dynamic: {
      dimension: 1,
      // Nothing is known of it beforehand.
      init: { mean: [[40]], covariance: [[1e8]] },
      transition: [[1]],
      covariance: () => [[now.spread]],
      constant: () => [[now.moved]],
    },
  });
  let logLikelihood = 0;
  let state: ReturnType<KalmanFilter['correct']> | null = null;
  for (now of readings) {
    const { grams } = now;
    const predicted: typeof state = filter.predict({ previousCorrected: state });
    const sd = Math.sqrt(predicted.covariance[0]![0]! + noise ** 2);
    // The first has nothing that it could fit better or worse: any tension was as likely.
    if (state) logLikelihood += Math.log(density(grams, predicted.mean[0]![0]!, sd));
    state = filter.correct({ predicted, observation: [grams] });
  }
  return { grams: state!.mean[0]![0]!, variance: state!.covariance[0]![0]!, logLikelihood };
}

const reading = (grams: number, days?: number): CaseStep => ({
  is: 'reading',
  grams,
  ...(days !== undefined && { days }),
});
const turn = (turns: number): CaseStep => ({ is: 'turn', turns });

describe('a case that is linear and Gaussian, beside a bank of Kalman filters', () => {
  test.each<[string, CaseStep[]]>([
    ['one reading', [reading(34)]],
    ['four readings at once', [reading(34), reading(35.2), reading(33.7), reading(34.6)]],
    ['readings a week apart', [reading(34), reading(35, 7), reading(34.4, 7), reading(36, 7)]],
    ['a turn with its answer', [reading(52), reading(51.2), turn(-0.25), reading(40.5), reading(41.3)]],
    ['three turns on the same way', [reading(60), turn(-0.25), reading(49), turn(-0.25), reading(37.5), turn(-0.125), reading(31.8), reading(32.5)]],
    ['turns and days', [reading(12), reading(12.6, 3), turn(0.125), turn(0.125), reading(25.1), reading(26, 10), turn(0.0625), reading(29.4)]],
  ])('%s', (_, steps) => {
    const ours = followCase(steps, only)!;
    const theirs = bank(steps);
    // Of each reading four in a hundred are slips, and now and then a case jumps: it is a little less sure than filters that know of neither.
    expect(Math.abs(ours.grams - theirs.grams)).toBeLessThan(0.1 * theirs.gramsSd);
    expect(ours.gramsSd / theirs.gramsSd).toBeGreaterThan(1);
    // By one reading alone it may be anything else as well.
    if (steps.length > 1) expect(ours.gramsSd / theirs.gramsSd).toBeLessThan(1.1);
    expect(ours.slope / theirs.slope).toBeGreaterThan(0.99);
    expect(ours.slope / theirs.slope).toBeLessThan(1.01);
    expect(ours.slopeSd / theirs.slopeSd).toBeGreaterThan(0.99);
    expect(ours.slopeSd / theirs.slopeSd).toBeLessThan(1.02);
  });
  test('sixty histories drawn from it: up to eight readings, turns and days between them', () => {
    const histories = Array.from({ length: 60 }, (_, k) => drawn(chance(k + 1)));
    const both = histories.map((steps) => ({ ours: followCase(steps, only)!, theirs: bank(steps) }));
    const told = (of: (pair: (typeof both)[number]) => number) => {
      const values = both.map(of);
      return { half: quantile(values, 0.5), nine: quantile(values, 0.9), all: Math.max(...values) };
    };
    // One in many has a reading that is taken for a slip: there the two must differ.
    const grams = told(({ ours, theirs }) => Math.abs(ours.grams - theirs.grams) / theirs.gramsSd);
    expect(grams.half).toBeLessThan(0.06);
    expect(grams.nine).toBeLessThan(0.15);
    const slope = told(({ ours, theirs }) => Math.abs(ours.slope - theirs.slope) / theirs.slopeSd);
    expect(slope.half).toBeLessThan(0.03);
    expect(slope.all).toBeLessThan(0.2);
    for (const name of ['gramsSd', 'slopeSd'] as const) {
      const wider = told(({ ours, theirs }) => ours[name] / theirs[name]);
      expect(wider.half).toBeGreaterThan(1);
      expect(wider.half).toBeLessThan(1.06);
      expect(wider.nine).toBeLessThan(1.15);
    }
  });
}); // prettier-ignore

/** A history of a case that is what the filters take it for. */
function drawn(luck: Chance): CaseStep[] {
  const { slope } = luck.pick(linear.slopes.slice(3, 9));
  const { noise } = luck.pick(noises);
  let grams = luck.between(25, 70);
  const steps: CaseStep[] = [];
  for (let left = 2 + Math.floor(luck.next() * 7); left > 0; left--) {
    const days = luck.next() < 0.5 ? 0 : luck.between(0, 10);
    grams += wander(days) * normal(luck);
    steps.push({ is: 'reading', grams: grams + noise * normal(luck), days });
    if (luck.next() < 0.4) continue;
    // Towards 45 g, so that it stays between what a case can read.
    const turns = Math.sign(45 - grams) * luck.pick([0.0625, 0.125, 0.25]);
    grams += slope * turns + slope * handError(turns) * normal(luck);
    steps.push({ is: 'turn', turns });
  }
  // Both tell of it at its last reading.
  return steps.slice(0, 1 + steps.findLastIndex(({ is }) => is === 'reading'));
}
