import { millisecondsInDay } from 'date-fns/constants';
import { garmentOf } from '../../core/garment/from-words.ts';
import { cloths } from '../../core/garment/cloths.ts';
import type { Garment } from '../../core/garment/garment.ts';
import type { FindingsQuery } from '../../schemas/findings.ts';
import type { Machine } from '../../schemas/workshop.ts';
import { serverNow } from '../base/clock.ts';
import { rowsUnprepared } from '../base/database.ts';
import { invalid, ProblemError } from '../base/problem.ts';
import { machineById } from '../stores/machines.ts';
import { caughtUp } from './catch-up.ts';

/** What a question is asked of. */
export interface QuestionScope {
  machine: Machine;
  machineId: string;
  from: string;
  to: string;
  /** The jobs sewn in these days. */
  jobs: ReadonlyMap<string, JobSewn>;
  /** Their cloths; of jobs without a word of it “not said”. */
  cloths: string[];
  /** The jobs that count; null: all. */
  jobIds: string[] | null;
}

interface JobSewn {
  id: string;
  name: string;
  cloth: string;
  stitches: number;
}

/** The cloth of a job that says none. */
export const notGiven = 'cloth not said';
/** Looked at when nothing else is said: a year. */
const usualDays = 365;
/** Years that may be looked at, at most. */
const mostDays = 10 * 366;

/** So long a question waits for the ledger to be counted. */
const waitMs = 10_000;

/** When days begin and are over (UTC), whatever the database's own clock is set to: both are counted whole. */
export const spanOf = ({ from, to }: { from: string; to: string }): [begins: string, over: string] => [
  `${from}T00:00:00Z`,
  new Date(Date.parse(to) + millisecondsInDay).toISOString(),
];

const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** Throws 422 for days the wrong way round, and for more than `most` of them, with what to do then. */
export function checkDays(from: string, to: string, most: number, tooMany: string): void {
  if (from > to)
    throw invalid(`The time ends (${to}) before it begins (${from}). Set “from” to an earlier day.`);
  if (Date.parse(to) - Date.parse(from) > most * millisecondsInDay) throw invalid(tooMany);
}

/**
 * Reads what is asked, and brings the machine's sums up to the ledger first. Throws 404 for a machine that is not there, 422 for a time that ends before
 * it begins or is longer than ten years, 503 while a large ledger is being counted for the first time.
 */
export async function askedOf(id: string, query: FindingsQuery): Promise<QuestionScope> {
  const machine = await machineById(id);
  const machineId = machine.id;
  const to = query.to ?? dayOf(serverNow().getTime());
  const from = query.from ?? dayOf(Date.parse(to) - usualDays * millisecondsInDay);
  checkDays(from, to, mostDays, 'More than ten years cannot be looked at at once. Choose a later “from”.');
  if (!(await caughtUp(machineId, waitMs)))
    throw new ProblemError(
      503,
      'Being counted',
      'The ledger is being counted for this, which takes a minute or two the first time. Ask again then; nothing else waits for it.',
    );
  const jobs = await jobsSewn(machineId, from, to);
  const all = [...jobs.values()];
  const { cloth } = query;
  return {
    ...{ machine, machineId, from, to, jobs },
    cloths: [...new Set(all.map((job) => job.cloth))].sort(),
    jobIds: cloth === undefined ? null : all.flatMap((job) => (job.cloth === cloth ? [job.id] : [])),
  };
}

async function jobsSewn(machineId: string, from: string, to: string): Promise<Map<string, JobSewn>> {
  const found = await rowsUnprepared<{
    id: string;
    name: string;
    cloth: string;
    garment: Garment | null;
    stitches: number;
  }>(
    `SELECT j.id, j.name, j.cloth, j.garment, sewn.stitches FROM job j JOIN (
       SELECT job_id, sum(stitches)::int8 AS stitches FROM sewn_day WHERE machine_id = $1 AND day BETWEEN $2 AND $3
       GROUP BY 1) sewn ON sewn.job_id = j.id`,
    [machineId, from, to],
  );
  return new Map(
    found.map(({ id, name, cloth: said, garment, stitches }) => {
      const { cloth } = garmentOf({ cloth: said, garment: garment ?? undefined }).garment;
      return [id, { id, name, cloth: cloth ? cloths[cloth].name : said || notGiven, stitches }];
    }),
  );
}

/** The sums of the days and jobs asked for, with {@link valuesOf}. */
export const ofAsked = `machine_id = $1 AND day BETWEEN $2 AND $3 AND ($4::uuid[] IS NULL OR job_id = ANY($4))`;
export const valuesOf = ({ machineId, from, to, jobIds }: QuestionScope) => [machineId, from, to, jobIds];

export const clothOfJob = ({ jobs }: Pick<QuestionScope, 'jobs'>, jobId: string) =>
  jobs.get(jobId)?.cloth ?? notGiven;
/** What every answer tells. */
export const told = ({ from, to, cloths: all }: QuestionScope) => ({ from, to, cloths: all });
