import gammainc from '@stdlib/math-base-special-gammainc';

/** Breaks on the bobbin's side over stitches sewn. */
export interface BreakCount {
  breaks: number;
  stitches: number;
}

/** Few breaks say nothing: below this many nothing is said. */
const leastBreaks = 3;

/**
 * Whether bobbin-side breaks came clearly oftener since the case was last measured than before it: the chance of as many
 * or more, at the rate from before, is below one in a hundred. Poisson's upper tail (Poisson 1837). Null: no; otherwise a
 * sentence. Stitches above 0 on both sides are needed.
 */
export function breaksRose(since: BreakCount, before: BreakCount): string | null {
  if (since.breaks < leastBreaks || before.stitches <= 0 || since.stitches <= 0) return null;
  // No break before is read as half a one: a rate of nothing would make any break alarming.
  const expected = (Math.max(0.5, before.breaks) / before.stitches) * since.stitches;
  if (poissonTail(since.breaks, expected) >= 0.01) return null;
  const thousand = (value: number) => Math.round(value / 1000).toLocaleString('en-GB');
  return `Breaks on the bobbin’s side rose since it was measured: ${since.breaks} in ${thousand(since.stitches)} thousand stitches, where ${expected < 10 ? expected.toFixed(1) : Math.round(expected)} were usual.`;
}

/**
 * P(N ≥ count) for a Poisson count of mean `mean` above 0: the regularised lower gamma function at (count, mean). Valid for
 * any count from 0 and any mean. Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.4.21.
 */
export const poissonTail = (count: number, mean: number): number => (count <= 0 ? 1 : gammainc(mean, count));
