import type { JobNow } from '../../core/ledger/head-now.ts';
import type { FeedNow } from '../../core/feed/event.ts';
import type { FeedMachine } from '../../core/feed/fold.ts';
import { database, rows } from '../base/database.ts';
import { log } from '../base/log.ts';

/** What is kept of a machine's feed. */
export interface Kept {
  now: FeedNow;
  /** Ids of the lines taken last, oldest first: what is sent again is known by them. */
  recent: string[];
}

/** A machine whose feed is read, with what is kept of it (null: nothing yet). */
export interface FeedState {
  machine: FeedMachine;
  kept: Kept | null;
}

/** The feeds of several machines, in one query. A machine that does not exist is left out. */
export async function readStates(machineIds: readonly string[]): Promise<Map<string, FeedState>> {
  const found = await rows<{
    id: string;
    heads: number;
    positions: number;
    top_speed: number;
    job_id: string | null;
    job_seating: JobNow['seating'] | null;
    state: Kept | null;
  }>(
    database(),
    `SELECT m.id, m.heads, m.positions, m.top_speed, n.job_id, n.job_seating, f.state
     FROM machine m LEFT JOIN machine_now n ON n.machine_id = m.id LEFT JOIN feed_now f ON f.machine_id = m.id
     WHERE m.id = ANY($1)`,
    [machineIds],
  );
  return new Map(
    found.map(({ id, heads, positions, top_speed: topSpeed, job_id: jobId, job_seating, state: kept }) => [
      id,
      { machine: { id, heads, positions, topSpeed, jobId, seating: job_seating ?? {} }, kept },
    ]),
  );
}

/**
 * Writes the feeds of several machines, each unless another process has written it since `before` was read. Gives the
 * machines that were written.
 */
export async function writeStates(
  states: readonly { machineId: string; before: Kept | null; kept: Kept; fresh: readonly string[] }[],
): Promise<Set<string>> {
  if (states.length === 0) return new Set();
  const written = await rows<{ machine_id: string }>(
    database(),
    // In the order of the ids: two processes that write the same machines must not wait for each other in a ring.
    `WITH told AS (
       SELECT * FROM unnest($1::uuid[], $2::uuid[], $3::uuid[], $4::jsonb[]) AS t(machine_id, before_id, last_id, state)),
     mine AS (
       SELECT t.* FROM told t JOIN feed_now f ON f.machine_id = t.machine_id AND f.last_id = t.before_id
       ORDER BY f.machine_id FOR UPDATE OF f),
     renewed AS (
       UPDATE feed_now f SET last_id = m.last_id, state = m.state, changed_at = now()
       FROM mine m WHERE f.machine_id = m.machine_id RETURNING f.machine_id),
     made AS (
       INSERT INTO feed_now (machine_id, last_id, state)
       SELECT machine_id, last_id, state FROM told WHERE before_id IS NULL ORDER BY machine_id
       ON CONFLICT (machine_id) DO NOTHING RETURNING machine_id),
     written AS (SELECT machine_id FROM renewed UNION ALL SELECT machine_id FROM made),
     -- In the same statement as the state that they changed: both are kept, or neither.
     lines AS (
       INSERT INTO feed_line (machine_id, id)
       SELECT l.machine_id, l.id FROM unnest($5::uuid[], $6::uuid[]) AS l(machine_id, id) JOIN written USING (machine_id)
       ON CONFLICT DO NOTHING)
     SELECT machine_id FROM written`,
    [
      states.map(({ machineId }) => machineId),
      states.map(({ before }) => before?.recent.at(-1) ?? null),
      states.map(({ kept }) => kept.recent.at(-1)),
      states.map(({ kept }) => JSON.stringify(kept)),
      states.flatMap(({ machineId, fresh }) => fresh.map(() => machineId)),
      states.flatMap(({ fresh }) => fresh),
    ],
  );
  forgetOldLines();
  return new Set(written.map((row) => row.machine_id));
}

/** Those of the lines that were taken before, lately. */
export async function linesTaken(lines: readonly { machineId: string; id: string }[]): Promise<Set<string>> {
  if (lines.length === 0) return new Set();
  const found = await rows<{ id: string }>(
    database(),
    `SELECT l.id FROM unnest($1::uuid[], $2::uuid[]) AS asked(machine_id, id)
       JOIN feed_line l ON l.machine_id = asked.machine_id AND l.id = asked.id`,
    [lines.map((line) => line.machineId), lines.map((line) => line.id)],
  );
  return new Set(found.map((row) => row.id));
}

const forgetEveryMs = 600_000;
let forgotAt = 0;

/** Lines are known for two days: a sender that was cut off has long sent again what it had. */
function forgetOldLines(): void {
  if (Date.now() - forgotAt < forgetEveryMs) return;
  forgotAt = Date.now();
  rows(database(), "DELETE FROM feed_line WHERE taken_at < now() - interval '2 days'").catch(
    (error: unknown) => log().warn({ err: error }, 'old lines of feeds not forgotten'),
  );
}

/** A machine as its feed told it last; null: it has none. */
export async function feedNow(machineId: string): Promise<FeedNow | null> {
  const [row] = await rows<{ now: FeedNow }>(
    database(),
    "SELECT state->'now' AS now FROM feed_now WHERE machine_id = $1",
    [machineId],
  );
  return row?.now ?? null;
}
