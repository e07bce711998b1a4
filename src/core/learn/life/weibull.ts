import { triedLives, type Life } from './lives.ts';
import { crossing, goldenMost } from '../search.ts';

/** A fitted Weibull law of lives: share good at an age t is e^−(t/scale)^shape. */
export interface Weibull {
  /** Below 1: the old give less trouble than the new; 1: age does not matter; above: they wear. */
  shape: number;
  /** The age that 63 of 100 do not outlast, in the lives' unit. */
  scale: number;
  logLikelihood: number;
}

/** With its profile intervals, 95 in 100; an end that the lives do not limit is 0 or Infinity. */
export interface WeibullFit extends Weibull {
  shapeRange: { low: number; high: number };
  scaleRange: { low: number; high: number };
  /** Ends by trouble that it rests on. */
  ended: number;
}

/** Fewer ends than this fit no law. */
const leastEnds = 5;
/** Half the 95 % quantile of chi square with one degree: how far a log-likelihood may fall. */
const fall = 3.841458820694124 / 2;
const shapes = { from: 0.02, to: 60 } as const;

/**
 * The law of lives by maximum likelihood, with profile-likelihood intervals; null below five ends, or where all ends are at one age.
 * Sources: Lawless, Statistical Models and Methods for Lifetime Data, 2nd ed. 2003, section 5.2; NIST/SEMATECH e-Handbook of Statistical
 * Methods, 8.4.1.2 and 8.4.1.3.
 */
export function weibullFit(lives: readonly Life[]): WeibullFit | null {
  const tried = triedLives(lives);
  const ends = tried.filter(({ ended }) => ended);
  if (ends.length < leastEnds || ends.every(({ span }) => span === ends[0]!.span)) return null;
  const profile = profileOf(tried);
  const shape = crossing(scoreOf(tried), shapes.from, shapes.to);
  if (shape === null) return null;
  const fit = profile(shape);
  const lost = (shape: number) => fit.logLikelihood - fall - profile(shape).logLikelihood;
  const alongScale = (scale: number) => fit.logLikelihood - fall - overShapes(tried, scale);
  return {
    ...fit,
    ended: ends.length,
    shapeRange: {
      low: crossing(lost, fit.shape, shapes.from) ?? 0,
      high: crossing(lost, fit.shape, shapes.to) ?? Infinity,
    },
    scaleRange: {
      low: crossing(alongScale, fit.scale, fit.scale / 1e4) ?? 0,
      high: crossing(alongScale, fit.scale, fit.scale * 1e4) ?? Infinity,
    },
  };
}

/** How the log-likelihood falls with the shape, for each end: 0 at the likeliest shape, and rising on the way there and on. */
function scoreOf(tried: readonly Life[]): (shape: number) => number {
  const longest = Math.max(...tried.map(({ span }) => span));
  const logs = tried.map(({ span }) => Math.log(span / longest));
  const ends = logs.filter((_, index) => tried[index]!.ended);
  const ofEnds = ends.reduce((sum, log) => sum + log, 0) / ends.length;
  return (shape) => {
    let [weighed, powers] = [0, 0];
    for (const log of logs) {
      const power = Math.exp(shape * log);
      powers += power;
      weighed += power * log;
    }
    return weighed / powers - 1 / shape - ofEnds;
  };
}

/** The law with the scale that suits each shape best. */
function profileOf(tried: readonly Life[]): (shape: number) => Weibull {
  const longest = Math.max(...tried.map(({ span }) => span));
  // Parts of the longest: powers of millions of stitches would overflow.
  const parts = tried.map(({ span }) => span / longest);
  const logs = parts.map(Math.log);
  let [ends, sumOfLogs] = [0, 0];
  tried.forEach(({ ended }, index) => {
    if (!ended) return;
    ends += 1;
    sumOfLogs += logs[index]!;
  });
  return (shape) => {
    const powers = logs.reduce((sum, log) => sum + Math.exp(shape * log), 0);
    const scale = (powers / ends) ** (1 / shape);
    const logLikelihood =
      ends * (Math.log(shape) - shape * Math.log(scale) - Math.log(longest)) + (shape - 1) * sumOfLogs - ends;
    return { shape, scale: scale * longest, logLikelihood };
  };
}

/** The greatest log-likelihood with this scale, over all shapes. */
function overShapes(tried: readonly Life[], scale: number): number {
  const logs = tried.map(({ span }) => Math.log(span / scale));
  const at = (logShape: number) => {
    const shape = Math.exp(logShape);
    let sum = 0;
    logs.forEach((log, index) => {
      sum -= Math.exp(shape * log);
      if (tried[index]!.ended) sum += logShape - Math.log(scale) + (shape - 1) * log;
    });
    return sum;
  };
  // Near the top the likelihood hardly changes: so close is close enough.
  return at(goldenMost(at, Math.log(shapes.from), Math.log(shapes.to), 1e-6));
}

/** Share still good at an age, 0 to 1. */
export const goodAt = ({ shape, scale }: Pick<Weibull, 'shape' | 'scale'>, age: number): number =>
  Math.exp(-((age / scale) ** shape));

/** The law with the best scale for a given shape: a corner of what the lives allow. */
export const weibullWithShape = (lives: readonly Life[], shape: number): Weibull =>
  profileOf(triedLives(lives))(shape);
