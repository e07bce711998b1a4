import { millisecondsInDay } from 'date-fns/constants';
import { is, sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { Event, KindWith } from '../../core/ledger/entry.ts';
import type { Sewn } from '../../core/tension/case/stitches-by-day.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { caughtUp } from '../findings/catch-up.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';

/** Entries of a case's life told at most: the newest. */
const mostOfCase = 200;
const ofLife = `kind IN (${sqlKinds('ofCase')}) AND NOT void
  ORDER BY at DESC, id DESC LIMIT ${mostOfCase}`;

type EventOfCase = Extract<Event, { kind: KindWith<'ofCase'> }>;

/** The life of a case, oldest first: readings, turns, falls, blocks; on whichever machine. Index event_of_case. */
export async function caseLife(caseId: string): Promise<EventOfCase[]> {
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event
     WHERE data->>'caseId' = $1 AND ${ofLife}`,
    [caseId],
  );
  return found.filter((event) => is(event, 'ofCase')).reverse();
}

/** The newest entries that say which case is in a machine, and the newest readings there: so many of each that one taken back leaves another. Index event_page_kind. */
export async function newestOfCase(machineId: string): Promise<Event[]> {
  const of = (kind: string, most: number) =>
    rows<Event>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = '${kind}' AND NOT void ORDER BY at DESC, id DESC LIMIT ${most}`,
      [machineId],
    );
  const found = await Promise.all([of('case_fitted', 60), of('case_measured', 6)]);
  return found.flat();
}

/** The lives of all cases in use, by the case, in one query. */
export async function caseLives(): Promise<Record<string, Event[]>> {
  const found = await rows<Event & { caseOfLife: string }>(
    database(),
    `SELECT c.id AS "caseOfLife", life.* FROM bobbin_case c LEFT JOIN LATERAL (
       SELECT ${eventColumns} FROM event
       WHERE data->>'caseId' = c.id::text AND ${ofLife}) AS life ON true
     WHERE c.retired IS NULL ORDER BY life.at, life.id`,
  );
  const lives: Record<string, Event[]> = {};
  for (const { caseOfLife: caseId, ...event } of found) {
    lives[caseId] ??= [];
    // A case without a life has one row of nothing.
    if (event.id) lives[caseId].push(event as Event);
  }
  return lives;
}

/** The newest block and the newest upper reading of each position of a machine. Index event_page_kind. */
export async function lastOnMachine(machineId: string): Promise<{ block: Event | null; uppers: Event[] }> {
  const of = (kind: string, limit: number) =>
    rows<Event>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = $2 AND NOT void
       ORDER BY at DESC, id DESC LIMIT ${limit}`,
      [machineId, kind],
    );
  const [blocks, uppers] = await Promise.all([of('block_read', 1), of('upper_gauged', 100)]);
  return { block: blocks[0] ? blocks[0] : null, uppers: uppers };
}

/** So far back a case's readings are held against what was sewn, days. */
const sewnDays = 400;
/** The bench does not wait longer for the ledger to be counted, ms: without it a case drifts by days alone. */
const countedWithinMs = 500;

/** What a machine's heads sewed day by day, of one head on the mean; nothing while its ledger is being counted for the first time. */
export async function sewnByHead(machineId: string, heads: number): Promise<Sewn> {
  const now = serverNow();
  if (!(await caughtUp(machineId, countedWithinMs))) return {};
  const day = (ago: number) => new Date(now.getTime() - ago * millisecondsInDay).toISOString().slice(0, 10);
  const found = await rows<{ day: string; stitches: number }>(
    database(),
    `SELECT day::text AS day, sum(stitches)::int8 AS stitches FROM sewn_day
     WHERE machine_id = $1 AND day > $2 AND head > 0 AND position > 0 GROUP BY 1`,
    [machineId, day(sewnDays)],
  );
  const byDay = new Map(found.map(({ day: on, stitches }) => [on, stitches]));
  const days = Array.from({ length: sewnDays }, (_, index) =>
    Math.round((byDay.get(day(sewnDays - 1 - index)) ?? 0) / heads),
  );
  // Machines new to the ledger, and the time before: nothing is known of it.
  const first = days.findIndex((stitches) => stitches > 0);
  if (first < 0) return {};
  return {
    [machineId]: { from: day(sewnDays - 1 - first), until: now.toISOString(), days: days.slice(first) },
  };
}
