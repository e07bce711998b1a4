import { watchesOf } from '../../core/check/watches.ts';
import type { Watch } from '../../core/learn/change/watch.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { caughtUp } from './catch-up.ts';

const dayMs = 86_400_000;
/** Days that say what is usual. */
const usualDays = 365;
/** The day's first page waits so long for the days before to be counted, ms. */
const waitsMs = 500;

const known = new Map<string, { today: string; watches: Watch[] }>();

/**
 * What each seat of a machine is watched by, from the days before today (UTC): the same all day long, on whichever page. Where a long ledger is not counted yet what is
 * known so far holds until it is.
 */
export async function watchesAt(machineId: string): Promise<Watch[]> {
  const now = serverNow().getTime();
  const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);
  const today = dayOf(now);
  const before = known.get(machineId);
  if (before?.today === today) return before.watches;
  const isCounted = await caughtUp(machineId, waitsMs);
  const seats = await rows<{ head: number; position: number; breaks: number; stitches: number }>(
    database(),
    `SELECT head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_day
     WHERE machine_id = $1 AND day > $2 AND day < $3 AND head > 0 AND position > 0 GROUP BY 1, 2 ORDER BY 1, 2`,
    [machineId, dayOf(now - usualDays * dayMs), today],
  );
  const watches = watchesOf(seats);
  if (isCounted) known.set(machineId, { today, watches });
  return watches;
}
