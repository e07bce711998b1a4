import { isDeepStrictEqual } from 'node:util';
import type { Measures } from '../../core/element/measures.ts';
import type { Garment } from '../../core/garment/garment.ts';
import type { Job, JobChange, JobNew, JobQuery, JobStop } from '../../schemas/workshop.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { conflict, invalid, notFound, otherContent } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';

interface JobRow {
  id: string;
  name: string;
  customer: string;
  cloth: string;
  pieces: number;
  due: string | null;
  note: string;
  schools: Job['schools'];
  garment: Garment | null;
  picture: string | null;
  done_at: string | null;
  version: number;
  stops: (Omit<JobStop, 'measures'> & { measures: Measures | null })[];
  sewn_at: Job['sewnAt'] | null;
  tally_pieces: number | null;
  tally_stitches: number | null;
  breaks: number | null;
  lost_ms: number | null;
}

/** Jobs with all that is read of them; `from`: which ones, so that nothing is gathered for the others. */
const jobsFrom = (from: string) => `
  SELECT j.id, j.name, j.customer, j.cloth, j.pieces, j.due, j.note, j.schools, j.garment, j.done_at, j.version,
    (SELECT left(md5(bytes), 8) FROM job_picture WHERE job_id = j.id) AS picture,
    t.pieces AS tally_pieces, t.stitches AS tally_stitches, t.breaks, t.lost_ms, s.stops, p.sewn_at
  FROM ${from} j
    LEFT JOIN job_tally t ON t.job_id = j.id
    CROSS JOIN LATERAL (
      SELECT coalesce(jsonb_agg(jsonb_build_object('stop', stop, 'threadId', thread_id, 'stitches', stitches,
        'element', element, 'position', position, 'measures', measures) ORDER BY stop), '[]') AS stops
      FROM job_stop WHERE job_id = j.id) s
    LEFT JOIN LATERAL (
      SELECT jsonb_build_object('machineId', e.machine_id, 'stops', (
        SELECT coalesce(jsonb_agg(jsonb_build_object('stop', sewn->'stop', 'position', sewn->'position')), '[]')
        FROM jsonb_array_elements(e.data->'stops') sewn)) AS sewn_at
      FROM event e WHERE e.job_id = j.id AND e.kind = 'piece_finished' AND NOT e.void
      ORDER BY e.at DESC, e.id DESC LIMIT 1) p ON t.pieces > 0 AND j.done_at IS NULL`;

function jobFrom(row: JobRow): Job {
  return {
    id: row.id,
    name: row.name,
    customer: row.customer,
    cloth: row.cloth,
    pieces: row.pieces,
    due: row.due,
    note: row.note,
    schools: row.schools,
    ...(row.garment && { garment: row.garment }),
    ...(row.sewn_at && { sewnAt: row.sewn_at }),
    picture: row.picture,
    doneAt: row.done_at,
    version: row.version,
    stops: row.stops.map(({ measures, ...stop }) => ({ ...stop, ...(measures && { measures }) })),
    tally: {
      pieces: row.tally_pieces ?? 0,
      stitches: row.tally_stitches ?? 0,
      breaks: row.breaks ?? 0,
      lostMs: row.lost_ms ?? 0,
    },
  };
}

const farAway = '9999-12-31';
const shown = { waiting: 'j.done_at IS NULL', done: 'j.done_at IS NOT NULL', all: 'true' };

/** What a list is in the order of, by its key: as SQL, and as it may stand in a page's address. */
const orders = {
  due: {
    key: `coalesce(j.due, '${farAway}')`,
    type: 'date',
    way: 'ASC',
    beyond: '>',
    isKey: /^\d{4}-\d{2}-\d{2}$/,
    of: (row: JobRow) => row.due ?? farAway,
  },
  // To the millisecond, as it is told: a page begins just where the one before ended.
  done: {
    key: "date_trunc('milliseconds', j.done_at)",
    type: 'timestamptz',
    way: 'DESC',
    beyond: '<',
    isKey: /^\d{4}-\d{2}-\d{2}T[\d:.]+Z$/,
    of: (row: JobRow) => row.done_at,
  },
} as const;

/** Jobs by due day, those without one last; done ones by when they were done, the newest first. What is left out narrows nothing. */
export async function listJobs({
  limit = 50,
  after,
  show = 'waiting',
  find,
  customer,
  dueBy,
  machine,
}: JobQuery = {}): Promise<{
  items: Job[];
  next: string | null;
}> {
  const { key, type, way, beyond, isKey, of } = orders[show === 'done' ? 'done' : 'due'];
  const keys = keysOf(after, 2);
  if (keys && !(isKey.test(String(keys[0])) && /^[0-9a-f-]{36}$/.test(String(keys[1])))) {
    throw invalid('This page of the list cannot be found. Start again from the first page.');
  }
  const order = `ORDER BY ${key} ${way}, j.id ${way}`;
  const found = await rows<JobRow>(
    database(),
    `${jobsFrom(`(SELECT * FROM job j
       WHERE ${shown[show]} AND ($1::${type} IS NULL OR (${key}, j.id) ${beyond} ($1, $2::uuid))
         AND ($4::text IS NULL OR position(lower($4) IN lower(concat_ws(' ', j.name, j.customer, j.cloth))) > 0)
         AND ($5::text IS NULL OR j.customer = $5) AND ($6::date IS NULL OR j.due <= $6)
         AND ($7::uuid IS NULL OR EXISTS (SELECT FROM event e WHERE e.machine_id = $7 AND e.kind = 'job_started'
           AND e.job_id = j.id AND NOT e.void))
       ${order} LIMIT $3)`)}
     ${order}`,
    [
      ...[keys?.[0] ?? null, keys?.[1] ?? null, limit + 1],
      ...[find ?? null, customer ?? null, dueBy ?? null, machine ?? null],
    ],
  );
  return pageOf(found, limit, jobFrom, (row) => [of(row), row.id]);
}

/** Names of all jobs that wait: a second one of a name is asked about. */
export async function waitingNames(): Promise<string[]> {
  const found = await rows<{ name: string }>(
    database(),
    `SELECT j.name FROM job j WHERE ${shown.waiting}`,
    [],
  );
  return found.map(({ name }) => name);
}

/** Jobs that were listed, and behind them those of `ids` that still wait and are not among them. */
export async function withWaiting(listed: readonly Job[], ids: readonly string[]): Promise<Job[]> {
  const others = ids.filter((id) => !listed.some((job) => job.id === id));
  if (others.length === 0) return [...listed];
  const found = await rows<JobRow>(
    database(),
    `${jobsFrom('job')} WHERE ${shown.waiting} AND j.id = ANY($1::uuid[])`,
    [[...new Set(others)]],
  );
  return [...listed, ...found.map(jobFrom)];
}

export async function jobById(id: string, sql: Sql = database()): Promise<Job> {
  const [row] = await rows<JobRow>(sql, `${jobsFrom('job')} WHERE j.id = $1`, [id]);
  if (!row) throw notFound('job');
  return jobFrom(row);
}

/** The job on a machine; null: none. `asOf`: the newest number of the machine's ledger whose pieces its tally has, from the same moment. */
export async function jobOnMachine(machineId: string): Promise<{ job: Job | null; asOf: number }> {
  const [row] = await rows<JobRow & { as_of: number | null }>(
    database(),
    `SELECT jobs.*, (SELECT max(changed_seq) FROM event WHERE machine_id = $1) AS as_of
     FROM (${jobsFrom('job')} WHERE j.id = (SELECT job_id FROM machine_now WHERE machine_id = $1)) AS jobs`,
    [machineId],
  );
  return row ? { job: jobFrom(row), asOf: row.as_of ?? 0 } : { job: null, asOf: 0 };
}

/** Jobs to choose from at most, beside those named. */
const mostToChoose = 100;

/** The names of the newest jobs, those waiting first, and of `ids`. */
export async function jobNames(ids: readonly string[]): Promise<{ id: string; name: string }[]> {
  return rows(
    database(),
    `SELECT id, name FROM job
     WHERE id = ANY($1) OR id IN (
       SELECT id FROM job ORDER BY done_at DESC NULLS FIRST, due NULLS LAST, created_at DESC LIMIT ${mostToChoose})
     ORDER BY done_at DESC NULLS FIRST, due NULLS LAST, created_at DESC, id`,
    [ids],
  );
}

/** Those of the jobs that are there, waiting or done. */
export async function jobsByIds(ids: readonly string[]): Promise<Job[]> {
  return (await rows<JobRow>(database(), `${jobsFrom('job')} WHERE j.id = ANY($1)`, [ids])).map(jobFrom);
}

/**
 * Adds jobs, all or none. One sent again is left as it is; another one under its id is refused with both. Returns their
 * ids.
 */
export async function addJobs(jobs: readonly JobNew[]): Promise<string[]> {
  for (const job of jobs) checkStops(job.stops, job.name);
  return inTransaction(async (sql) => {
    await checkThreads(
      sql,
      jobs.flatMap((job) => job.stops),
    );
    for (const job of jobs) {
      const { id, name, customer, cloth, pieces, due, note, schools = null, garment = null } = job;
      const put_right = job.putRight ?? null;
      const { isNew } = await makeOnce(
        {
          table: 'job',
          values: { id, name, customer, cloth, pieces, due, note, schools, garment, put_right },
          columns: 'id, name, customer, cloth, pieces, due, note, schools, garment, put_right',
          read: (row) => row,
          noun: 'job',
        },
        sql,
      );
      if (isNew) await writeStops(sql, id, job.stops);
      else checkSameStops(await jobById(id, sql), job);
    }
    return jobs.map((job) => job.id);
  });
}

/** Replaces a job. Refused with 409 when someone else changed it since `change.version` was read. */
export async function changeJob(id: string, change: JobChange): Promise<Job> {
  checkStops(change.stops, change.name);
  return inTransaction(async (sql) => {
    await checkThreads(sql, change.stops);
    const changed = await rows(
      sql,
      `UPDATE job SET name = $2, customer = $3, cloth = $4, pieces = $5, due = $6, note = $7, schools = $10,
         garment = coalesce($11, garment), version = version + 1,
         done_at = CASE WHEN $8 THEN coalesce(done_at, now()) END
       WHERE id = $1 AND version = $9 RETURNING id`,
      [
        id,
        change.name,
        change.customer,
        change.cloth,
        change.pieces,
        change.due,
        change.note,
        change.done,
        change.version,
        change.schools ?? null,
        change.garment ?? null,
      ],
    );
    if (changed.length === 0) {
      await jobById(id, sql);
      throw conflict(
        'Someone else changed this job while you were editing it. Reload to see their change, then make yours again.',
      );
    }
    await rows(sql, 'DELETE FROM job_stop WHERE job_id = $1', [id]);
    await writeStops(sql, id, change.stops);
    return jobById(id, sql);
  });
}

async function writeStops(sql: Sql, jobId: string, stops: readonly JobStop[]): Promise<void> {
  await rows(
    sql,
    `INSERT INTO job_stop (job_id, stop, thread_id, stitches, element, position, measures)
     SELECT $1, * FROM unnest($2::int[], $3::uuid[], $4::int[], $5::text[], $6::int[], $7::jsonb[])`,
    [
      jobId,
      stops.map((stop) => stop.stop),
      stops.map((stop) => stop.threadId),
      stops.map((stop) => stop.stitches),
      stops.map((stop) => stop.element),
      stops.map((stop) => stop.position),
      stops.map((stop) => stop.measures && JSON.stringify(stop.measures)),
    ],
  );
}

/** Throws a 409 problem when a job that is kept was sent again with other colour stops. */
function checkSameStops(kept: Job, sent: JobNew): void {
  const inOrder = (stops: readonly JobStop[]) => [...stops].sort((a, b) => a.stop - b.stop);
  if (!isDeepStrictEqual(inOrder(kept.stops), inOrder(sent.stops)))
    throw otherContent(
      `“${sent.name}” is kept already, with other colour stops. Nothing was changed: open it and change it there.`,
      kept,
      sent,
    );
}

function checkStops(stops: readonly JobStop[], name: string): void {
  const numbers = stops.map((stop) => stop.stop);
  const twice = numbers.find((stop, index) => numbers.indexOf(stop) !== index);
  if (twice !== undefined)
    throw invalid(`“${name}” has stop ${twice} twice. Number the colour stops from 1 on, each once.`);
}

async function checkThreads(sql: Sql, stops: readonly JobStop[]): Promise<void> {
  const wanted = [...new Set(stops.map((stop) => stop.threadId))];
  const found = await rows<{ id: string }>(sql, 'SELECT id FROM thread WHERE id = ANY($1)', [wanted]);
  if (found.length < wanted.length)
    throw invalid('A stop names a thread that is not in the stores. Add the thread first.');
}
