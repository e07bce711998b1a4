import { faultOf, type Fault } from '../../core/fault/faults.ts';
import { kindOf } from '../../core/ledger/about-kinds.ts';
import type { EntryKind } from '../../core/ledger/entry.ts';
import { nobody } from '../../core/findings/exposure/exposures.ts';
import type { CostLine } from '../../core/findings/answers/cost.ts';
import { defaultMinutes } from '../../engines/planner/index.ts';
import type { CostData } from '../../schemas/findings.ts';
import { rowsUnprepared } from '../base/database.ts';
import { jobNames } from '../jobs/jobs.ts';
import { placeName } from '../../core/findings/answers/words/place-name.ts';
import { changesOf } from './needles.ts';
import { ofAsked, told, valuesOf, type QuestionScope } from './question-scope.ts';

/** Jobs told at most: those that cost most. */
const mostJobs = 40;

/** Of one cause, of one place or of one job: the rest is null. */
interface StopSum {
  kind: EntryKind | null;
  fault: string | null;
  head: number | null;
  position: number | null;
  job_id: string | null;
  stops: number;
  lostMs: number;
}

/** What stops took, by cause, place and job, with the needles changed in these days. */
export async function costOf(asked: QuestionScope): Promise<CostData> {
  const { machine } = asked;
  const [sums, [sewn], changes] = await Promise.all([
    // Once through the stops, added up in three ways.
    rowsUnprepared<StopSum>(
      `SELECT kind, fault, head, position, job_id, sum(stops)::int8 AS stops, sum(lost_ms)::int8 AS "lostMs" FROM stop_cell
       WHERE ${ofAsked}
       GROUP BY GROUPING SETS ((kind, fault), (head, position), (job_id)) ORDER BY "lostMs" DESC, kind, fault, head, position, job_id`,
      valuesOf(asked),
    ),
    // All heads sew at once: the machine's time is one head's.
    rowsUnprepared<{ ms: number | null }>(
      `SELECT sum(ms)::int8 AS ms FROM (
         SELECT max(ms) AS ms FROM (
           SELECT day, head, sum(sewing_ms) AS ms FROM sewn_day WHERE ${ofAsked} GROUP BY 1, 2) each GROUP BY day) daily`,
      valuesOf(asked),
    ),
    changesOf(asked),
  ]);
  const causes = sums.flatMap(({ kind, fault, ...sum }) =>
    kind === null ? [] : [{ kind, fault: fault ?? '', ...sum }],
  );
  const places = sums.flatMap(({ head, position, ...sum }) =>
    head === null || position === null ? [] : [{ head, position, ...sum }],
  );
  const jobs = sums.flatMap(({ job_id: id, ...sum }) => (id === null ? [] : [{ job_id: id, ...sum }]));
  const names = new Map(
    (await jobNames(jobs.slice(0, mostJobs).map(({ job_id: id }) => id))).map(({ id, name }) => [id, name]),
  );
  const line = (name: string, { stops, lostMs }: { stops: number; lostMs: number }): CostLine => ({
    ...{ name, stops, lostMs },
  });
  return {
    ...told(asked),
    causes: causes.map((row) => line(causeName(row.kind, row.fault), row)),
    places: places.map((row) =>
      line(row.position > 0 ? placeName(row, machine.heads) : 'the whole machine', row),
    ),
    jobs: jobs
      .slice(0, mostJobs)
      .map((row) => line(row.job_id === nobody ? 'no job' : (names.get(row.job_id) ?? 'a job'), row)),
    planned: changes.out - changes.troubled,
    troubled: changes.troubled,
    plannedMinutes: defaultMinutes.needle + defaultMinutes.reeye,
    sewnMs: sewn?.ms ?? 0,
  };
}

function causeName(kind: EntryKind, fault: string): string {
  if (fault) return faultOf(fault as Fault).says;
  return kind === 'break' ? 'break, kind not said' : kindOf(kind).name.toLowerCase();
}
