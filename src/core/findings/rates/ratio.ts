import jStat from 'jstat';
import { shareRange } from './share.ts';

/** How many times as often one breaks as another. */
export interface Ratio {
  /** null: the other has no break. */
  ratio: number | null;
  /** 95 in 100; `high` null: there is no upper end. */
  low: number;
  high: number | null;
  /** Chance of so great a difference, or a greater one, where there is none. */
  p: number;
}

interface Counted {
  breaks: number;
  stitches: number;
}

/**
 * Two rates against each other, by the breaks of the first among all of both, which are binomial: the exact conditional test, two-sided by
 * the outcomes that are no likelier, and Clopper and Pearson's interval. Valid: stitches above 0; without a break nothing is told (p 1).
 * Source: Przyborowski and Wilenski, “Homogeneity of results in testing samples from Poisson series”, Biometrika 31, 1940.
 */
export function ratioOf(first: Counted, other: Counted): Ratio {
  const all = first.breaks + other.breaks;
  if (all === 0 || !(first.stitches > 0 && other.stitches > 0))
    return { ratio: null, low: 0, high: null, p: 1 };
  const share = first.stitches / (first.stitches + other.stitches);
  const times = other.stitches / first.stitches;
  const odds = (part: number) => (part / (1 - part)) * times;
  const { breaks } = first;
  const { low, high } = shareRange(breaks, all);
  return {
    ratio: other.breaks === 0 ? null : (breaks / other.breaks) * times,
    low: odds(low),
    high: breaks === all ? null : odds(high),
    p: Math.min(1, noLikelier(breaks, all, share)),
  };
}

/** Chance of all outcomes that are no likelier than this one, of a binomial. */
function noLikelier(hits: number, all: number, share: number): number {
  const log = (count: number) =>
    jStat.gammaln(all + 1) -
    jStat.gammaln(count + 1) -
    jStat.gammaln(all - count + 1) +
    count * Math.log(share) +
    (all - count) * Math.log1p(-share);
  // As likely but for rounding counts as likely, as R's binom.test has it.
  const here = log(hits) + 1e-7;
  let sum = 0;
  for (let count = 0; count <= all; count++) {
    const chance = log(count);
    if (chance <= here) sum += Math.exp(chance);
  }
  return sum;
}
