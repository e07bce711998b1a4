/** A chart that waits for a rate to rise. */
export interface CusumDesign {
  /** Breaks per stitch as they are usually. */
  usual: number;
  /** How many times as many it is to notice soonest. */
  times: number;
  /** It signals when the sum comes to this. */
  limit: number;
  /** Stitches until it signals though nothing changed, on average. */
  falseEvery: number;
}

/**
 * How far the sum goes for a break, and back for a stitch: the logarithm of how much likelier `times` the usual rate makes what
 * was seen. Source: Lucas, “Counted data CUSUM's”, Technometrics 27, 1985.
 */
export const forBreak = ({ times }: Pick<CusumDesign, 'times'>) => Math.log(times);
export const forStitch = ({ usual, times }: Pick<CusumDesign, 'usual' | 'times'>) => usual * (times - 1);

/** The sum after more stitches with a break at their end, or without. It never falls below 0. */
export function cusumAfter(
  sum: number,
  { breaks, stitches }: { breaks: number; stitches: number },
  design: Pick<CusumDesign, 'usual' | 'times'>,
): number {
  return Math.max(0, sum - stitches * forStitch(design)) + breaks * forBreak(design);
}
