import { watchesOf } from '../../core/check/watches.ts';
import type { Watch } from '../../core/learn/change/watch.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';

const dayMs = 86_400_000;
/** Days that say what is usual. */
const usualDays = 365;
/** What is usual changes slowly: so long an answer holds, ms. */
const holdsMs = 30 * 60_000;

const known = new Map<string, { until: number; watches: Watch[] }>();

/** What each seat of a machine is watched by, from the ledger as it was last counted: Run waits for no counting. */
export async function watchesAt(machineId: string): Promise<Watch[]> {
  const now = serverNow().getTime();
  const before = known.get(machineId);
  if (before && before.until > now) return before.watches;
  const seats = await rows<{ head: number; position: number; breaks: number; stitches: number }>(
    database(),
    `SELECT head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_day
     WHERE machine_id = $1 AND day > $2 AND head > 0 AND position > 0 GROUP BY 1, 2 ORDER BY 1, 2`,
    [machineId, new Date(now - usualDays * dayMs).toISOString().slice(0, 10)],
  );
  const watches = watchesOf(seats);
  // Not counted yet: asked again next time.
  if (watches.length > 0) known.set(machineId, { until: now + holdsMs, watches });
  return watches;
}
