import type { Exposures, NeedleLifeSpan } from '../../core/findings/exposure/exposures.ts';
import { needleText } from '../../core/needle/label.ts';
import { rows, type Sql } from '../base/database.ts';

/** Forgets what was counted from a day on, and that needles fitted before it ended. */
export async function dropFrom(sql: Sql, machineId: string, day: string): Promise<void> {
  await rows(sql, 'DELETE FROM sewn_cell WHERE machine_id = $1 AND day >= $2', [machineId, day]);
  await rows(sql, 'DELETE FROM sewn_day WHERE machine_id = $1 AND day >= $2', [machineId, day]);
  await rows(sql, 'DELETE FROM sewn_with WHERE machine_id = $1 AND day >= $2', [machineId, day]);
  await rows(sql, 'DELETE FROM stop_cell WHERE machine_id = $1 AND day >= $2', [machineId, day]);
  const since = `${day}T00:00:00Z`;
  await rows(sql, 'DELETE FROM needle_life WHERE machine_id = $1 AND fitted_at >= $2', [machineId, since]);
  await rows(
    sql,
    `UPDATE needle_life SET ended_at = NULL, ended_by = NULL, ended_reason = NULL, ended_fault = NULL, next_broke = false
     WHERE machine_id = $1 AND ended_at >= $2`,
    [machineId, since],
  );
}

/** Adds what a part of the ledger came to, and forgets it: the next part is added up anew. */
export async function storeExposures(sql: Sql, machineId: string, sums: Exposures): Promise<void> {
  const { cells, stops, lives } = sums;
  await rows(
    sql,
    `INSERT INTO sewn_cell AS kept (machine_id, day, block, head, position, job_id, needle_entry, thread_id, operator_id, needle_age,
       stitches, sewing_ms, breaks, needle_kind)
     SELECT $1, r.day, r.block, r.head, r.position, r."jobId", r."needleEntry", r."threadId", r."operatorId", r."needleAge", r.stitches,
       r."sewingMs", r.breaks, r."needleKind"
     FROM jsonb_to_recordset($2) AS r(day date, block smallint, head smallint, position smallint, "jobId" uuid, "needleEntry" uuid,
       "threadId" uuid, "operatorId" uuid, "needleAge" bigint, stitches bigint, "sewingMs" bigint, breaks integer, "needleKind" text)
     ON CONFLICT (machine_id, day, block, head, position, job_id, needle_entry, thread_id, operator_id) DO UPDATE SET
       stitches = kept.stitches + excluded.stitches, sewing_ms = kept.sewing_ms + excluded.sewing_ms,
       breaks = kept.breaks + excluded.breaks`,
    [machineId, JSON.stringify([...cells.values()])],
  );
  await rows(
    sql,
    `INSERT INTO stop_cell AS kept
     SELECT $1, r.day, r.head, r.position, r."jobId", r.kind, r.fault, r.stops, r."lostMs"
     FROM jsonb_to_recordset($2) AS r(day date, head smallint, position smallint, "jobId" uuid, kind text, fault text,
       stops integer, "lostMs" bigint)
     ON CONFLICT (machine_id, day, head, position, job_id, kind, fault) DO UPDATE SET
       stops = kept.stops + excluded.stops, lost_ms = kept.lost_ms + excluded.lost_ms`,
    [machineId, JSON.stringify([...stops.values()])],
  );
  await storeLives(sql, machineId, [...lives.values()]);
  cells.clear();
  stops.clear();
  lives.clear();
}

/** Needles' lives as far as they have come. */
export async function storeLives(
  sql: Sql,
  machineId: string,
  lives: readonly NeedleLifeSpan[],
): Promise<void> {
  if (lives.length === 0) return;
  const flat = lives.map(({ age, ended, ...life }) => ({
    needleKind: needleText(life.needle),
    ...{ ...life, ...age, endedAt: ended?.at, endedBy: ended?.by },
    ...{ endedReason: ended?.reason, endedFault: ended?.fault },
  }));
  await rows(
    sql,
    `INSERT INTO needle_life (entry_id, machine_id, head, position, needle, fitted_at, stitches, sewing_ms, metallic_ms, ended_at, ended_by,
       ended_reason, ended_fault, needle_kind)
     SELECT r."entryId", $1, r.head, r.position, r.needle, r."fittedAt", r.stitches, r."sewingMs", r."metallicMs",
       r."endedAt", r."endedBy", r."endedReason", r."endedFault", r."needleKind"
     FROM jsonb_to_recordset($2) AS r("entryId" uuid, head smallint, position smallint, needle jsonb, "fittedAt" timestamptz,
       stitches bigint, "sewingMs" bigint, "metallicMs" bigint, "endedAt" timestamptz, "endedBy" uuid, "endedReason" text,
       "endedFault" text, "needleKind" text)
     ON CONFLICT (entry_id) DO UPDATE SET (stitches, sewing_ms, metallic_ms, ended_at, ended_by, ended_reason, ended_fault) =
       (excluded.stitches, excluded.sewing_ms, excluded.metallic_ms, excluded.ended_at, excluded.ended_by,
        excluded.ended_reason, excluded.ended_fault)`,
    [machineId, JSON.stringify(flat)],
  );
}

/** A sum of {@link Exposures} as a circumstance: the needle's age in steps of 50,000 stitches, and the speed in hundreds of stitches a minute. */
export const circumstance = {
  age: 'least(needle_age / 50000, 20)::smallint',
  speed: 'round(stitches * 600 / nullif(sewing_ms, 0)::float8)::smallint',
};

/** Adds up, from a day on, what is asked for by whole days and by circumstances: the sums by parts of the day must be stored. */
export async function sumDays(sql: Sql, machineId: string, day: string): Promise<void> {
  const since = [machineId, day];
  await rows(
    sql,
    `INSERT INTO sewn_day (machine_id, day, head, position, job_id, stitches, sewing_ms, breaks)
     SELECT machine_id, day, head, position, job_id, sum(stitches), sum(sewing_ms), sum(breaks) FROM sewn_cell
     WHERE machine_id = $1 AND day >= $2 GROUP BY 1, 2, 3, 4, 5`,
    since,
  );
  await rows(
    sql,
    `INSERT INTO sewn_with (machine_id, day, block, position, job_id, thread_id, needle_kind, age, speed, stitches, breaks)
     SELECT machine_id, day, block, position, job_id, thread_id, needle_kind, ${circumstance.age}, ${circumstance.speed}, sum(stitches),
       sum(breaks)
     FROM sewn_cell WHERE machine_id = $1 AND day >= $2 AND position > 0 GROUP BY 1, 2, 3, 4, 5, 6, 7, 8, 9 ORDER BY day`,
    since,
  );
}

/** Tells of each needle that was changed on a day or later whether the next one had a break there on that day: the sums must be stored. */
export async function tellNext(sql: Sql, machineId: string, day: string): Promise<void> {
  await rows(
    sql,
    `UPDATE needle_life l SET next_broke = true
     FROM (SELECT DISTINCT needle_entry, day, head, position FROM sewn_cell WHERE machine_id = $1 AND day >= $2::date AND breaks > 0) next
     WHERE l.machine_id = $1 AND l.ended_at >= $3 AND next.needle_entry = l.ended_by
       AND next.day = (l.ended_at AT TIME ZONE 'UTC')::date AND next.head = l.head AND next.position = l.position`,
    [machineId, day, `${day}T00:00:00Z`],
  );
}

/** Names, for each needle that was in on a day or later, the job and the thread that it sewed most of: the sums must be stored. */
export async function nameMost(sql: Sql, machineId: string, day: string): Promise<void> {
  await rows(
    sql,
    `WITH touched AS MATERIALIZED (
       SELECT entry_id, fitted_at FROM needle_life WHERE machine_id = $1 AND (ended_at IS NULL OR ended_at >= $2)),
     sums AS MATERIALIZED (
       SELECT needle_entry, job_id, thread_id, sum(stitches) AS stitches FROM sewn_cell
       WHERE machine_id = $1 AND day >= (SELECT min((fitted_at AT TIME ZONE 'UTC')::date) FROM touched)
         AND needle_entry IN (SELECT entry_id FROM touched)
       GROUP BY 1, 2, 3),
     jobs AS (
       SELECT DISTINCT ON (needle_entry) needle_entry, job_id
       FROM (SELECT needle_entry, job_id, sum(stitches) AS stitches FROM sums GROUP BY 1, 2) each
       ORDER BY needle_entry, stitches DESC, job_id),
     threads AS (
       SELECT DISTINCT ON (needle_entry) needle_entry, thread_id
       FROM (SELECT needle_entry, thread_id, sum(stitches) AS stitches FROM sums GROUP BY 1, 2) each
       ORDER BY needle_entry, stitches DESC, thread_id)
     UPDATE needle_life l SET job_id = jobs.job_id, thread_id = threads.thread_id
     FROM touched LEFT JOIN jobs ON jobs.needle_entry = touched.entry_id LEFT JOIN threads ON threads.needle_entry = touched.entry_id
     WHERE l.entry_id = touched.entry_id
       AND (l.job_id, l.thread_id) IS DISTINCT FROM (jobs.job_id, threads.thread_id)`,
    [machineId, `${day}T00:00:00Z`],
  );
}
