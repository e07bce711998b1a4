import { perStitches } from './per-stitches.ts';
import jStat from 'jstat';

/** Breaks over stitches, with what is known of it. Rates are breaks per 10,000 stitches. */
export interface Rate {
  breaks: number;
  /** Stitches. */
  stitches: number;
  /** Breaks per 10,000 stitches; null without stitches. */
  rate: number | null;
  /** 95 in 100; `high` is null without stitches. */
  low: number;
  high: number | null;
}

const outside = 0.025;

/**
 * A rate with its exact interval. Valid: whole breaks ≥ 0, stitches ≥ 0. Source: Garwood, “Fiducial limits for the Poisson
 * distribution”, Biometrika 28, 1936.
 */
export function rateOf(breaks: number, stitches: number): Rate {
  if (!(stitches > 0)) return { breaks, stitches, rate: null, low: 0, high: null };
  const per = perStitches / stitches;
  return {
    breaks,
    stitches,
    rate: breaks * per,
    low: breaks === 0 ? 0 : jStat.gamma.inv(outside, breaks, 1) * per,
    high: jStat.gamma.inv(1 - outside, breaks + 1, 1) * per,
  };
}
