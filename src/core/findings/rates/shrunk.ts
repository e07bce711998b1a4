import jStat from 'jstat';
import { goldenMost } from '../search.ts';
import { perStitches } from './per-stitches.ts';

/** What a machine's places have in common: rates are gamma with this shape; `stitches` are what its mean is worth. */
export interface Common {
  shape: number;
  /** Stitches (the gamma's rate): shape/stitches is the mean rate per stitch. Infinity with an infinite shape: all alike. */
  stitches: number;
  /** Mean rate, breaks per 10,000 stitches. */
  rate: number;
}

export interface ShrunkRate {
  /** Breaks per 10,000 stitches, drawn towards the machine's. */
  rate: number;
  low: number;
  high: number;
}

interface Counted {
  breaks: number;
  stitches: number;
}

/** Beyond this shape all places are alike as far as anybody could tell. */
const mostShape = 1e4;

/**
 * What places have in common, fitted by maximum likelihood of their breaks (negative binomial); null without breaks. Places without stitches say
 * nothing. Source: Clayton and Kaldor, “Empirical Bayes estimates of age-standardized relative risks for use in disease
 * mapping”, Biometrics 43, 1987.
 */
export function commonOf(places: readonly Counted[]): Common | null {
  const sewn = places.filter(({ stitches }) => stitches > 0);
  const breaks = sewn.reduce((sum, place) => sum + place.breaks, 0);
  const stitches = sewn.reduce((sum, place) => sum + place.stitches, 0);
  if (breaks === 0) return null;
  const mean = breaks / stitches;
  const at = (shape: number) => {
    const log = goldenMost(
      (logMean) => ofMean(sewn, shape, Math.exp(logMean)),
      Math.log(mean) - 2,
      Math.log(mean) + 2,
      1e-8,
    );
    return Math.exp(log);
  };
  const likely = (logShape: number) => {
    const shape = Math.exp(logShape);
    return ofShape(sewn, shape) + ofMean(sewn, shape, at(shape));
  };
  const shape = Math.exp(goldenMost(likely, Math.log(0.05), Math.log(mostShape), 1e-6));
  const found = at(shape);
  return { shape, stitches: shape / found, rate: found * perStitches };
}

/** The log likelihood of breaks that are negative binomial, but for what does not change: what of it hangs on the shape alone ... */
const ofShape = (places: readonly Counted[], shape: number): number =>
  places.reduce(
    (sum, { breaks }) =>
      sum + jStat.gammaln(shape + breaks) - jStat.gammaln(shape) - breaks * Math.log(shape),
    0,
  );

/** ... and what on the mean as well. */
function ofMean(places: readonly Counted[], shape: number, mean: number): number {
  let sum = 0;
  for (const { breaks, stitches } of places) {
    const expected = mean * stitches;
    sum += breaks * Math.log(expected) - (shape + breaks) * Math.log1p(expected / shape);
  }
  return sum;
}

/** A place's rate as it is believed, with 95 in 100 of the belief, between its own breaks and what is common. */
export function shrunkRate({ breaks, stitches }: Counted, common: Common): ShrunkRate {
  const shape = common.shape + breaks;
  const scale = perStitches / (common.stitches + Math.max(0, stitches));
  return {
    rate: shape * scale,
    low: jStat.gamma.inv(0.025, shape, 1) * scale,
    high: jStat.gamma.inv(0.975, shape, 1) * scale,
  };
}
