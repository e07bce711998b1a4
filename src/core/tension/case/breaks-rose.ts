import jStat from 'jstat';

/** Breaks on the bobbin's side over stitches sewn. */
export interface BreakCount {
  breaks: number;
  stitches: number;
}

/** Few breaks say nothing: below this many nothing is said. */
const leastBreaks = 3;
/** So seldom it may be said though nothing changed: of machines whose rate stays, one in a hundred. From memory. */
const falseAlarms = 0.01;

/**
 * Whether bobbin-side breaks came clearly oftener since the case was last measured than before it. Neither rate is known: given
 * how many breaks there were in all, those since are binomial by the share of the stitches, if nothing changed; said where as many or more have
 * a chance below one in a hundred. Null: no; otherwise a sentence. Stitches above 0 on both sides are needed.
 * Source: the conditional test of two Poisson rates, Przyborowski and Wilenski, Biometrika 31, 1940.
 */
export function breaksRose(since: BreakCount, before: BreakCount): string | null {
  if (since.breaks < leastBreaks || before.stitches <= 0 || since.stitches <= 0) return null;
  const share = since.stitches / (since.stitches + before.stitches);
  if (binomialTail(since.breaks, since.breaks + before.breaks, share) >= falseAlarms) return null;
  const usual = (before.breaks * since.stitches) / before.stitches;
  return `Breaks on the bobbin’s side rose since it was measured: ${since.breaks} in ${stitches(since.stitches)}, where ${usual < 10 ? usual.toFixed(1) : Math.round(usual)} were usual.`;
}

/** "4,200 stitches", "100 thousand stitches". */
const stitches = (count: number) =>
  count < 10_000
    ? `${Math.round(count).toLocaleString('en-GB')} stitches`
    : `${Math.round(count / 1000).toLocaleString('en-GB')} thousand stitches`;

/**
 * P(N ≥ hits) of `all` trials that hit with chance `share`: the regularised incomplete beta function. Hits from 0 to all, share
 * between 0 and 1. Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.5.24.
 */
export const binomialTail = (hits: number, all: number, share: number): number =>
  hits <= 0 ? 1 : jStat.ibeta(share, hits, all - hits + 1);
