import { millisecondsInDay } from 'date-fns/constants';

/** Stitches that one head of a machine sewed, day by day (UTC) from a day (yyyy-mm-dd) on, as counted at an instant of the last day. */
export interface SewnByDay {
  from: string;
  until: string;
  days: readonly number[];
}

/** What is known of it, by the machine's id. */
export type Sewn = Readonly<Record<string, SewnByDay>>;

/** A page stays open: for so long after the count nothing more is taken to be sewn. */
const staleAfter = millisecondsInDay / 2;
/** What a case's history is worked out by is rounded to this: it is worked out anew when it changes. */
const rounded = 1000;

/**
 * Stitches of one head between two instants, at least 0, in thousands. A day's are taken to be sewn evenly over it. undefined: not all of
 * the time is known.
 */
export function sewnBetween(sewn: SewnByDay | undefined, from: string, to: string): number | undefined {
  if (!sewn) return undefined;
  const begin = Date.parse(`${sewn.from}T00:00:00Z`);
  const counted = Date.parse(sewn.until) - begin;
  const [first, last] = [Date.parse(from) - begin, Date.parse(to) - begin];
  if (first < 0 || last > counted + staleAfter) return undefined;
  const stitches = sewn.days.reduce((sum, ofDay, day) => {
    const start = day * millisecondsInDay;
    const end = Math.min(start + millisecondsInDay, counted);
    const part = Math.min(last, end) - Math.max(first, start);
    return part > 0 ? sum + (ofDay * part) / (end - start) : sum;
  }, 0);
  return rounded * Math.round(stitches / rounded);
}
