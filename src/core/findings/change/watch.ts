/**
 * What a seat's breaks are held against while it sews: how far its chart's sum goes up for a break and down for a stitch, the limit at which a rise is told, and
 * what is usual, in words. Made where charts are (check/watches.ts): a page only adds up.
 */
export interface Watch {
  head: number;
  position: number;
  perBreak: number;
  perStitch: number;
  limit: number;
  /** Breaks per 10,000 stitches. */
  usual: number;
}

/**
 * Whether a seat's breaks stand above what is usual there: the breaks since its chart last lay at 0, and the stitches since the first of them. null
 * while it is below its limit. `steps`: the oldest first, breaks and stitches of the seat as they came.
 */
export function gatheredAt(
  { perBreak, perStitch, limit }: Watch,
  steps: readonly (readonly [breaks: number, stitches: number])[],
): [breaks: number, stitches: number] | null {
  let [sum, breaks, stitches] = [0, 0, 0];
  for (const [broke, sewn] of steps) {
    sum = Math.max(0, sum - sewn * perStitch) + broke * perBreak;
    // What was sewn before the first break is no part of the gathering.
    stitches = breaks && sum ? stitches + sewn : 0;
    breaks = sum ? breaks + broke : 0;
  }
  return sum < limit ? null : [breaks, stitches];
}
