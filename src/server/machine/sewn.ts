import { millisecondsInDay } from 'date-fns/constants';
import type { Sewn } from '../../schemas/ledger/sewn.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { jobsByIds } from '../jobs/jobs.ts';

/** Runs told at most: the newest. */
const mostRuns = 40;

/**
 * What a machine sewed in the last weeks: stitches by position, and the jobs in the order they were sewn. A job that
 * came again after another is a run of its own.
 */
export async function sewnLately(machineId: string, weeks: number): Promise<Sewn> {
  const since = new Date(serverNow().getTime() - weeks * 7 * millisecondsInDay).toISOString();
  const [positions, runs] = await Promise.all([
    // Index event_page_kind.
    rows<{ position: number; stitches: number }>(
      database(),
      `SELECT (stop->>'position')::int AS position, sum((stop->>'stitches')::bigint) AS stitches
       FROM event, jsonb_array_elements(data->'stops') AS stop
       WHERE machine_id = $1 AND kind = 'piece_finished' AND at >= $2 AND NOT void
       GROUP BY 1 ORDER BY 1`,
      [machineId, since],
    ),
    rows<{ jobId: string; at: string; pieces: number }>(
      database(),
      `SELECT job_id AS "jobId", min(at) AS at, sum(heads) AS pieces FROM (
         SELECT job_id, at, heads, count(*) FILTER (WHERE before IS DISTINCT FROM job_id) OVER (ORDER BY at, id) AS run FROM (
           SELECT job_id, at, id, jsonb_array_length(data->'heads') AS heads, lag(job_id) OVER (ORDER BY at, id) AS before FROM event
           WHERE machine_id = $1 AND kind = 'piece_finished' AND at >= $2 AND NOT void AND job_id IS NOT NULL) piece) numbered
       GROUP BY run, job_id ORDER BY run DESC LIMIT ${mostRuns}`,
      [machineId, since],
    ),
  ]);
  runs.reverse();
  return { since, positions, runs, jobs: await jobsByIds([...new Set(runs.map((run) => run.jobId))]) };
}
