import { dayWords } from '../base/day.ts';
import { cusumFor } from '../findings/change/cusum.ts';
import { cusumAfter } from '../findings/change/cusum-sum.ts';
import { againstUsual, howMany, wholeText } from '../findings/answers/words/words.ts';
import { commonOf, shrunkRate } from '../findings/rates/shrunk.ts';
import { perStitches } from '../findings/rates/per-stitches.ts';

/** What a seat sewed and broke before, and lately day by day. */
export interface SeatDays {
  head: number;
  position: number;
  before: { breaks: number; stitches: number };
  /** Oldest first. */
  lately: readonly { day: string; breaks: number; stitches: number }[];
}

/** A seat that breaks more often than it used to. */
export interface Rising {
  head: number;
  position: number;
  /** In words, with the numbers. */
  why: string;
}

/** How many times as many breaks it is to notice soonest, and stitches between two false signals at one seat. From memory. */
const design = { times: 3, falseEvery: 5_000_000 } as const;
/** Fewer breaks before say nothing of what is usual. */
const leastBefore = 20;

/** Seats at which a chart that waits for a rise stands above its limit, the most breaks first. */
export function risingSeats(seats: readonly SeatDays[]): Rising[] {
  const common = commonOf(seats.map(({ before }) => before));
  const all = seats.reduce((sum, { before }) => sum + before.breaks, 0);
  if (!common || all < leastBefore) return [];
  return seats
    .flatMap(({ head, position, before, lately }) => {
      const { rate } = shrunkRate(before, common);
      const chart = cusumFor({ ...design, usual: rate / perStitches });
      let [sum, since] = [0, ''];
      const counted = { breaks: 0, stitches: 0 };
      for (const { day, breaks, stitches } of lately) {
        if (sum === 0) {
          since = day;
          Object.assign(counted, { breaks: 0, stitches: 0 });
        }
        sum = cusumAfter(sum, { breaks, stitches }, chart);
        counted.breaks += breaks;
        counted.stitches += stitches;
      }
      if (sum < chart.limit || counted.breaks === 0) return [];
      const why = `${howMany(counted.breaks, 'break')} in ${wholeText(counted.stitches)} stitches since ${dayWords(since)}, ${againstUsual(counted.breaks, counted.stitches, rate)}.`;
      return [{ head, position, why, breaks: counted.breaks }];
    })
    .sort((a, b) => b.breaks - a.breaks)
    .map(({ head, position, why }) => ({ head, position, why }));
}
