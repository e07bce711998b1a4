import { mean, median, medianAbsoluteDeviation, sampleSkewness, standardDeviation } from 'simple-statistics';
import { UserError } from '../../base/user-error.ts';
import type { TraceVerdict } from '../../gauge/verdicts.ts';
import { activeStretches } from './active.ts';
import { localBeat, type LocalBeat } from './beat.ts';
import { byLength } from './by-length.ts';
import { powerBetween, powerSpectrum } from './spectrum.ts';

/** A pull at the gauge: grams, evenly sampled, with how it was pulled. */
export interface Pull {
  grams: readonly number[];
  /** Samples a second, 10 to 1000. */
  rateHz: number;
  /** Thread drawn, mm/s: the mean. */
  speed: number;
  /** Thread drawn at each sample, mm/s, where the gauge tells it; as many as there are grams. */
  speeds?: readonly number[] | undefined;
  /** Diameter of the wound bobbin where the thread leaves it, mm. */
  woundDiameter: number;
}

export interface PullReading {
  /** Middle of the steady part, grams: the median, so that spikes do not count. */
  grams: number;
  /** Standard deviation of the steady part, grams. */
  spread: number;
  /** Change from the steady part's beginning to its end, grams, by least squares. */
  drift: number;
  /**
   * How often the bobbin turns, 1/s: as measured where the pull repeats itself, else by speed and diameter; and how much the pull swings
   * with it: amplitude, g, and part of the variance.
   */
  beat: { hertz: number; amplitude: number; share: number };
  /** Samples dropped at the start and at the end, where the thread was not drawn evenly. */
  dropped: number;
  droppedAfter: number;
  verdict: TraceVerdict;
  /** Chance that it tightens once a turn. Over a tenth the screw is not to be turned. */
  outOfRound: number;
}

/** Least length of a pull that says something, s. */
const leastSeconds = 1.5;
/** From this chance on a turn of the screw is no advice: turning it for a bent case is the mistake the trade warns of. */
export const mayBeRound = 0.1;

/**
 * Reads a pull: cuts off its start, its stops and its end, then median, spread, drift, how it repeats itself turn by turn of the bobbin however
 * the hand's speed sways ({@link localBeat}; along the thread where the gauge tells its speed, {@link byLength}), and how it sticks and slips (a slow rise and a sudden fall leave the steps from sample to sample
 * skewed). Thresholds are this program's, checked on pulls by simulated hands. Throws PullTooShort, PullBroken, PullOdd.
 */
export function readPullCurve({ grams, rateHz, speed, speeds, woundDiameter }: Pull): PullReading {
  if (!(rateHz >= 10 && rateHz <= 1000 && speed > 0 && woundDiameter > 0))
    throw new UserError(
      'PullOdd',
      'A pull needs 10 to 1000 samples a second, a speed and a bobbin diameter above 0.',
    );
  if (speeds && (speeds.length !== grams.length || speeds.some((each) => !(each >= 0 && each <= 1000))))
    throw new UserError(
      'PullOdd',
      'A gauge that tells its speed tells it with each sample: as many as grams, 0 to 1000 mm/s.',
    );
  if (grams.some((gram) => !Number.isFinite(gram) || gram < -5 || gram > 500))
    throw new UserError(
      'PullBroken',
      'The gauge sent readings that cannot be (outside −5 to 500 g). Check its zero and pull again.',
    );
  if (grams.length >= leastSeconds * rateHz && median([...grams]) < 1 && !grams.some((gram) => gram > 5))
    throw noPull();
  const stretches = activeStretches(grams, rateHz);
  const drawn = stretches.flatMap(({ from, to }) => grams.slice(from, to));
  if (drawn.length < leastSeconds * rateHz)
    throw new UserError(
      'PullTooShort',
      `The pull is too short to read: ${(drawn.length / rateHz).toFixed(1)} s after its start. Pull for three seconds or more.`,
    );
  const middle = median([...drawn]);
  if (middle < 1) throw noPull();
  // What repeats itself and what drifts is looked for where it was drawn longest without a stop.
  const longest = stretches.reduce((most, other) =>
    other.to - other.from > most.to - most.from ? other : most,
  );
  const steady = grams.slice(longest.from, longest.to);
  const { slope, rest } = detrended(steady);
  const drift = slope * (steady.length - 1);
  // Where the speed is told, turns are looked for along the thread, where they come evenly.
  const told = speeds?.slice(longest.from, longest.to);
  const along = told?.some((each) => each > 0) ? byLength(rest, told) : { values: rest, speed };
  const nominal = along.speed / (Math.PI * woundDiameter);
  const local = localBeat(along.values, rateHz / nominal);
  const outOfRound = chanceOfRound(local, middle);
  const hertz = local && outOfRound > 0.5 ? rateHz / local.period : nominal;
  return {
    grams: middle,
    spread: standardDeviation([...drawn]),
    drift,
    beat: { hertz, ...beatOf(along.values, rateHz, hertz) },
    dropped: stretches[0]!.from,
    droppedAfter: grams.length - stretches.at(-1)!.to,
    ...judge(steady, rest, middle, drift, outOfRound, steady.length / (local?.period ?? rateHz / nominal)),
  };
}

const noPull = () =>
  new UserError(
    'PullNothing',
    'The gauge shows no pull. Is the thread through the slit and under the spring?',
  );

/** Likeness of turn to turn and swing (part of the middle) at which out of round is as likely as not, and how sharply it grows. */
const round = { likeness: 0.62, sharpness: 16, swing: 0.075, rise: 90 } as const;
/** Chance that the case is bent where a pull has too few turns to tell: enough to ask for a longer pull before any turn of the screw. From memory. */
const tooFewTurns = 0.12;

/** Chance that a pull tightens once a turn: a logistic of how alike turns are and how far they swing; its figures from simulated hands. */
function chanceOfRound(local: LocalBeat | null, middle: number): number {
  if (!local) return tooFewTurns;
  const logistic = (z: number) => 1 / (1 + Math.exp(-z));
  return (
    logistic(round.sharpness * (local.likeness - round.likeness)) *
    logistic(round.rise * (local.swing / middle - round.swing))
  );
}

/** Least squares line taken off. Slope in grams a sample. */
function detrended(signal: readonly number[]): { slope: number; rest: number[] } {
  const centre = (signal.length - 1) / 2;
  const average = mean([...signal]);
  let above = 0;
  let below = 0;
  signal.forEach((value, at) => {
    above += (at - centre) * (value - average);
    below += (at - centre) ** 2;
  });
  const slope = above / below;
  return { slope, rest: signal.map((value, at) => value - average - slope * (at - centre)) };
}

/** The swing at one turn of the bobbin and at its double (an oval side tightens twice), within what the diameter may be off. */
function beatOf(
  rest: readonly number[],
  rateHz: number,
  hertz: number,
): { amplitude: number; share: number } {
  const spectrum = powerSpectrum(rest, rateHz);
  const all = powerBetween(spectrum, 0, rateHz / 2);
  if (all <= 0) return { amplitude: 0, share: 0 };
  // A Hann window smears a pure swing over two bins of the unpadded length on either side.
  const smear = (2 * rateHz) / rest.length;
  const near = (times: number) =>
    powerBetween(spectrum, times * hertz * 0.85 - smear, times * hertz * 1.15 + smear);
  const swing = near(1) + (3.15 * hertz < rateHz / 2 ? near(2) : 0);
  return { amplitude: Math.sqrt(2 * swing), share: Math.min(1, swing / all) };
}

/** So many of the turns with a stiff place are every turn; and chances of out of round that go with it, and that need no more. */
const everyTurn = 0.75;
const likely = 0.4;
const surely = 0.93;

function judge(
  steady: readonly number[],
  rest: readonly number[],
  middle: number,
  drift: number,
  outOfRound: number,
  turns: number,
): Pick<PullReading, 'verdict' | 'outOfRound'> {
  const steps = steady.slice(1).map((value, at) => value - steady[at]!);
  const falls = steps.filter((step) => step < -0.12 * middle).length;
  const deviation = standardDeviation([...rest]);
  // Teeth: many slow rises and some sudden falls. One fall alone is a snag or a jerk of the hand.
  if (falls >= 2 && sampleSkewness(steps) < -1 && deviation > 0.05 * middle)
    return { verdict: 'stick-slip', outOfRound: Math.min(outOfRound, 0.09) };
  const scale = 1.4826 * medianAbsoluteDeviation([...rest]);
  const isHigh = rest.map((value) => value > Math.max(5 * scale, 0.2 * middle));
  const spots = isHigh.filter(Boolean).length;
  const places = isHigh.filter((high, at) => high && !isHigh[at - 1]).length;
  // A stiff place once a turn is a spot, too: where nearly every turn has one it is the case.
  const isEveryTurn = places >= everyTurn * turns && places <= turns / everyTurn;
  if (spots >= 2 && outOfRound <= surely && !(outOfRound > likely && isEveryTurn))
    return { verdict: 'tight-spots', outOfRound };
  if (outOfRound > 0.5 || (spots >= 2 && outOfRound > likely)) return { verdict: 'out-of-round', outOfRound };
  if (Math.abs(drift) > 0.15 * middle) return { verdict: 'drift', outOfRound };
  return { verdict: 'steady', outOfRound };
}
