import { cusumFor } from '../findings/change/cusum.ts';
import { forBreak, forStitch } from '../findings/change/cusum-sum.ts';
import type { Watch } from '../findings/change/watch.ts';
import { commonOf, shrunkRate } from '../findings/rates/shrunk.ts';
import { perStitches } from '../findings/rates/per-stitches.ts';

/**
 * How many times as many breaks a seat's chart is to notice soonest, and stitches between two false signals at one seat: as seldom as a third break
 * within 5,000 stitches comes by chance where 0.6 per 10,000 are usual. From memory.
 */
const design = { times: 4, falseEvery: 500_000 } as const;
/** Fewer breaks of a machine say nothing of what is usual there. */
const leastBreaks = 20;

/** What each seat is watched by: its usual rate, drawn towards the machine's, and the limit at which a rise is told. None with under 20 breaks. */
export function watchesOf(
  seats: readonly { head: number; position: number; breaks: number; stitches: number }[],
): Watch[] {
  const common = commonOf(seats);
  if (!common || seats.reduce((sum, { breaks }) => sum + breaks, 0) < leastBreaks) return [];
  return seats.map(({ head, position, ...counted }) => {
    const { rate } = shrunkRate(counted, common);
    const chart = cusumFor({ ...design, usual: rate / perStitches });
    return {
      ...{ head, position, limit: chart.limit, perBreak: forBreak(chart), perStitch: forStitch(chart) },
      usual: rate,
    };
  });
}
