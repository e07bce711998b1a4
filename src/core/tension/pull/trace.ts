import { mean, median, medianAbsoluteDeviation, sampleSkewness, standardDeviation } from 'simple-statistics';
import { Refusal } from '../../base/refusal.ts';
import type { TraceVerdict } from '../../gauge/verdicts.ts';
import { powerBetween, powerSpectrum } from './spectrum.ts';

/** A pull at the gauge: grams, evenly sampled, with how it was pulled. */
export interface Pull {
  grams: readonly number[];
  /** Samples a second, 10 to 1000. */
  rateHz: number;
  /** Thread drawn, mm/s. */
  speed: number;
  /** Diameter of the wound bobbin where the thread leaves it, mm. */
  woundDiameter: number;
}

export interface TraceReading {
  /** Middle of the steady part, grams: the median, so that spikes do not count. */
  grams: number;
  /** Standard deviation of the steady part, grams. */
  spread: number;
  /** Change from the steady part's beginning to its end, grams, by least squares. */
  drift: number;
  /** How often the bobbin turns, 1/s, and how much the pull swings with it: amplitude, g, and part of the variance. */
  beat: { hertz: number; amplitude: number; share: number };
  /** Samples dropped at the start. */
  dropped: number;
  verdict: TraceVerdict;
}

/** Least length of a pull that says something, s. */
const leastSeconds = 1.5;
/** Turns of the bobbin it takes to know a beat. */
const leastTurns = 2.5;

/**
 * Reads a pull: drops the start, then median, spread, drift, the beat once a turn of the bobbin (turns/s = speed over
 * circumference), and how it sticks and slips (a slow rise and a sudden fall leave the steps from sample to sample
 * skewed). Thresholds are this program's, checked on simulated pulls. Throws PullTooShort, PullBroken, PullOdd.
 */
export function readTrace({ grams, rateHz, speed, woundDiameter }: Pull): TraceReading {
  if (!(rateHz >= 10 && rateHz <= 1000 && speed > 0 && woundDiameter > 0))
    throw new Refusal(
      'PullOdd',
      'A pull needs 10 to 1000 samples a second, a speed and a bobbin diameter above 0.',
    );
  if (grams.some((gram) => !Number.isFinite(gram) || gram < -5 || gram > 500))
    throw new Refusal(
      'PullBroken',
      'The gauge sent readings that cannot be (outside −5 to 500 g). Check its zero and pull again.',
    );
  const dropped = startOf(grams, rateHz);
  const steady = grams.slice(dropped);
  if (steady.length < leastSeconds * rateHz)
    throw new Refusal(
      'PullTooShort',
      `The pull is too short to read: ${(steady.length / rateHz).toFixed(1)} s after its start. Pull for three seconds or more.`,
    );
  const middle = median([...steady]);
  if (middle < 1)
    throw new Refusal(
      'PullNothing',
      'The gauge shows no pull. Is the thread through the slit and under the spring?',
    );
  const { slope, rest } = detrended(steady);
  const drift = slope * (steady.length - 1);
  const hertz = speed / (Math.PI * woundDiameter);
  const beat = beatOf(rest, rateHz, hertz);
  return {
    grams: middle,
    spread: standardDeviation([...steady]),
    drift,
    beat: { hertz, ...beat },
    dropped,
    verdict: judge(steady, rest, middle, drift, beat.amplitude, rateHz / hertz),
  };
}

/** Where the steady part begins: the pull has come to nine tenths of its middle, and a fifth of a second is over. */
function startOf(grams: readonly number[], rateHz: number): number {
  if (grams.length === 0) return 0;
  const middle = median([...grams.slice(Math.floor(grams.length / 3))]);
  const window = Math.max(1, Math.round(rateHz / 10));
  let at = 0;
  while (at + window < grams.length && mean([...grams.slice(at, at + window)]) < 0.9 * middle) at++;
  return Math.min(grams.length, at + Math.round(rateHz / 5));
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

function judge(
  steady: readonly number[],
  rest: readonly number[],
  middle: number,
  drift: number,
  swing: number,
  turnSamples: number,
): TraceVerdict {
  const steps = steady.slice(1).map((value, at) => value - steady[at]!);
  const skew = sampleSkewness(steps);
  const deviation = standardDeviation([...rest]);
  if (skew < -1 && deviation > 0.05 * middle) return 'stick-slip';
  const recurs = recurrence(rest, turnSamples);
  const turns = steady.length / turnSamples;
  if (turns >= leastTurns && recurs > 0.45 && swing > 0.06 * middle) return 'out-of-round';
  const scale = 1.4826 * medianAbsoluteDeviation([...rest]);
  const spots = rest.filter((value) => value > Math.max(5 * scale, 0.2 * middle)).length;
  if (spots >= 2) return 'tight-spots';
  if (Math.abs(drift) > 0.15 * middle) return 'drift';
  return 'steady';
}

/**
 * How alike the pull is to itself one turn of the bobbin later: the highest autocorrelation near one turn, 1 at most.
 * Single spots do not recur; a stiff place that comes once a turn does, however short it is.
 */
function recurrence(rest: readonly number[], turnSamples: number): number {
  const all = rest.reduce((sum, value) => sum + value ** 2, 0) / rest.length;
  let highest = 0;
  for (let lag = Math.max(1, Math.floor(0.85 * turnSamples)); lag <= 1.15 * turnSamples; lag++) {
    const count = rest.length - lag;
    if (count < rest.length / 4) break;
    let sum = 0;
    for (let at = 0; at < count; at++) sum += rest[at]! * rest[at + lag]!;
    highest = Math.max(highest, sum / count / all);
  }
  return highest;
}
