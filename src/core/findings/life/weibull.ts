import { triedLives, type Life } from './lives.ts';
import { crossing, crossingNear } from '../search.ts';

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
  const given = sumsOf(tried);
  // How the log-likelihood falls with the shape: 0 at the likeliest shape, and rising on the way there and on.
  const score = (shape: number) => {
    const { powers, weighed } = given.at(shape);
    return weighed / powers - 1 / shape - given.logsOfEnds / given.ends;
  };
  const shape = crossing(score, shapes.from, shapes.to);
  if (shape === null) return null;
  const fit = withShape(given, shape);
  const lost = (shape: number) => fit.logLikelihood - fall - withShape(given, shape).logLikelihood;
  const alongScale = (scale: number) => fit.logLikelihood - fall - overShapes(given, scale, fit.shape);
  // About where the intervals end where lives are many: three standard deviations of the logarithms.
  const step = 3 / Math.sqrt(ends.length);
  const shapeEnd = (to: number) => crossingNear(lost, fit.shape, to, step);
  const scaleEnd = (to: number) => crossingNear(alongScale, fit.scale, to, step / fit.shape);
  return {
    ...fit,
    ended: ends.length,
    shapeRange: { low: shapeEnd(shapes.from) ?? 0, high: shapeEnd(shapes.to) ?? Infinity },
    scaleRange: {
      low: scaleEnd(fit.scale / 1e4) ?? 0,
      high: scaleEnd(fit.scale * 1e4) ?? Infinity,
    },
  };
}

/** What the likelihood is made of: all spans as parts of the longest, as powers of millions of stitches would overflow. */
interface Sums {
  longest: number;
  ends: number;
  /** Sum of the ends' logarithms. */
  logsOfEnds: number;
  /** Sums over all lives of span^shape, and of that times the logarithm and its square. */
  at: (shape: number) => { powers: number; weighed: number; twice: number };
}

function sumsOf(tried: readonly Life[]): Sums {
  const longest = tried.reduce((most, { span }) => Math.max(most, span), 0);
  const logs = Float64Array.from(tried, ({ span }) => Math.log(span / longest));
  let [ends, logsOfEnds] = [0, 0];
  tried.forEach(({ ended }, index) => {
    if (!ended) return;
    ends += 1;
    logsOfEnds += logs[index]!;
  });
  const at = (shape: number) => {
    let [powers, weighed, twice] = [0, 0, 0];
    for (const log of logs) {
      const power = Math.exp(shape * log);
      powers += power;
      weighed += power * log;
      twice += power * log * log;
    }
    return { powers, weighed, twice };
  };
  return { longest, ends, logsOfEnds, at };
}

/** The law with the scale that suits a shape best. */
function withShape({ longest, ends, logsOfEnds, at }: Sums, shape: number): Weibull {
  const scale = (at(shape).powers / ends) ** (1 / shape);
  const logLikelihood =
    ends * (Math.log(shape) - shape * Math.log(scale) - Math.log(longest)) + (shape - 1) * logsOfEnds - ends;
  return { shape, scale: scale * longest, logLikelihood };
}

/**
 * The greatest log-likelihood with this scale, over all shapes: by Newton's steps on its slope, which falls all the way, kept between shapes where it
 * is known to rise and to fall.
 */
function overShapes({ longest, ends, logsOfEnds, at }: Sums, scale: number, near: number): number {
  const off = Math.log(scale / longest);
  const ofEnds = logsOfEnds - ends * off;
  let [low, high]: [number, number] = [shapes.from, shapes.to];
  let shape = near;
  for (let round = 0; round < 100; round++) {
    const { powers, weighed, twice } = at(shape);
    const shrink = Math.exp(-shape * off);
    const slope = ends / shape + ofEnds - shrink * (weighed - off * powers);
    const bend = ends / shape ** 2 + shrink * (twice - 2 * off * weighed + off ** 2 * powers);
    if (slope > 0) low = shape;
    else high = shape;
    const newton = shape + slope / bend;
    const next = newton > low && newton < high ? newton : (low + high) / 2;
    const isThere = Math.abs(next - shape) < 1e-6 * shape;
    shape = next;
    if (isThere) break;
  }
  const shrink = Math.exp(-shape * off);
  return ends * (Math.log(shape) - Math.log(scale)) + (shape - 1) * ofEnds - shrink * at(shape).powers;
}

/** Share still good at an age, 0 to 1. */
export const goodAt = ({ shape, scale }: Pick<Weibull, 'shape' | 'scale'>, age: number): number =>
  Math.exp(-((age / scale) ** shape));

/** The law with the best scale for a given shape: a corner of what the lives allow. */
export const weibullWithShape = (lives: readonly Life[], shape: number): Weibull =>
  withShape(sumsOf(triedLives(lives)), shape);
