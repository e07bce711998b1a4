import { cusumAfter, type CusumDesign } from './cusum-sum.ts';

/** What a seat's breaks are held against while it sews: its usual rate and the limit of its chart. */
export interface Watch extends Omit<CusumDesign, 'falseEvery'> {
  head: number;
  position: number;
}

/** Breaks that came too close upon each other: how many, and within how many stitches. */
export interface Gathered {
  breaks: number;
  stitches: number;
}

/**
 * Whether a seat's breaks stand above what is usual there: the breaks since its chart last lay at 0, and the stitches since then. null while
 * it is below its limit. `steps`: the oldest first, breaks and stitches of the seat as they came, each without the other.
 */
export function gatheredAt(
  { usual, times, limit }: Watch,
  steps: readonly { breaks: number; stitches: number }[],
): Gathered | null {
  let [sum, breaks, stitches] = [0, 0, 0];
  for (const step of steps) {
    sum = cusumAfter(sum, step, { usual, times });
    if (sum === 0) [breaks, stitches] = [0, 0];
    else {
      // What was sewn before the first break is no part of the gathering.
      stitches += breaks > 0 ? step.stitches : 0;
      breaks += step.breaks;
    }
  }
  return sum >= limit ? { breaks, stitches } : null;
}
