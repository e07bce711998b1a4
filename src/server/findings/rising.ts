import { risingSeats, type Rising, type SeatDays } from '../../core/check/rising.ts';
import { database, rows } from '../base/database.ts';
import { caughtUp } from './catch-up.ts';
import { dayAgo, latelyDays, usualDays } from './usual-days.ts';

/** Seats of a machine that break more often lately than they used to; none while its ledger is being counted for the first time. */
export async function risingAt(machineId: string, now: Date): Promise<Rising[]> {
  // The list at the day's start does not wait for years to be counted.
  if (!(await caughtUp(machineId, 2000))) return [];
  const found = await rows<{
    day: string | null;
    head: number;
    position: number;
    breaks: number;
    stitches: number;
  }>(
    database(),
    `SELECT CASE WHEN day > $3 THEN day END AS day, head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches
     FROM sewn_day WHERE machine_id = $1 AND day > $2 AND head > 0 AND position > 0
     GROUP BY 1, 2, 3 ORDER BY 2, 3, 1`,
    [machineId, dayAgo(now, usualDays), dayAgo(now, latelyDays)],
  );
  const seats = new Map<
    string,
    { before: SeatDays['before']; lately: SeatDays['lately'][number][]; head: number; position: number }
  >();
  for (const { day: on, head, position, breaks, stitches } of found) {
    const key = `${head}.${position}`;
    const seat = seats.get(key) ?? { head, position, before: { breaks: 0, stitches: 0 }, lately: [] };
    seats.set(key, seat);
    if (on === null) seat.before = { breaks, stitches };
    else seat.lately.push({ day: on, breaks, stitches });
  }
  const rising = risingSeats([...seats.values()]);
  const answered = rising.length === 0 ? [] : await tracesClosed(machineId, dayAgo(now, latelyDays));
  // A trace that was closed since, with no break after it, has found out why.
  return rising.filter(
    (seat) => !answered.some(({ head, position }) => head === seat.head && position === seat.position),
  );
}

/** Seats whose trace was closed since a day and that did not break after it. Index event_page_kind. */
async function tracesClosed(machineId: string, since: string): Promise<{ head: number; position: number }[]> {
  return rows(
    database(),
    `SELECT DISTINCT head, position FROM event closed
     WHERE machine_id = $1 AND kind = 'trace_closed' AND NOT void AND at >= $2 AND NOT EXISTS (
       SELECT FROM event WHERE machine_id = $1 AND kind = 'break' AND NOT void
         AND head = closed.head AND position = closed.position AND at > closed.at)`,
    [machineId, since],
  );
}
