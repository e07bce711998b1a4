import { watchesOf } from '../../core/check/watches.ts';
import type { Watch } from '../../core/findings/change/watch.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { caughtUp } from './catch-up.ts';
import { dayAgo, latelyDays, usualDays } from './usual-days.ts';

/** The day's first page waits so long for the days before to be counted, ms. */
const waitsMs = 500;

const known = new Map<string, { today: string; watches: Watch[] }>();

/**
 * What each seat of a machine is watched by, from the days that Check's rising seats are held against too: one usual rate, the same all day long, on whichever page. Where a long ledger is not counted yet what is
 * known so far holds until it is.
 */
export async function watchesAt(machineId: string): Promise<Watch[]> {
  const now = serverNow();
  const today = dayAgo(now, 0);
  const kept = known.get(machineId);
  if (kept?.today === today) return kept.watches;
  const isCounted = await caughtUp(machineId, waitsMs);
  const until = (last: string) =>
    rows<{ head: number; position: number; breaks: number; stitches: number }>(
      database(),
      `SELECT head, position, coalesce(sum(breaks) FILTER (WHERE day <= $3), 0)::int8 AS breaks,
         coalesce(sum(stitches) FILTER (WHERE day <= $3), 0)::int8 AS stitches FROM sewn_day
       WHERE machine_id = $1 AND day > $2 AND day < $4 AND head > 0 AND position > 0 GROUP BY 1, 2 ORDER BY 1, 2`,
      [machineId, dayAgo(now, usualDays), last, today],
    );
  const before = watchesOf(await until(dayAgo(now, latelyDays)));
  // A workshop that is new knows the last days only.
  const watches = before.length > 0 ? before : watchesOf(await until(today));
  if (isCounted) known.set(machineId, { today, watches });
  return watches;
}
