import { countsAgainstPosition, type Fault } from '../../core/fault/faults.ts';
import { blockHours } from '../../core/findings/exposure/exposures.ts';
import {
  ageBand,
  comparedJobs,
  others,
  partOfDay,
  speedBand,
  type FactorCell,
} from '../../core/findings/factors/factors.ts';
import type { WithData } from '../../schemas/findings.ts';
import { rowsUnprepared } from '../base/database.ts';
import { zoneNamed } from '../base/zone.ts';
import { invalid } from '../base/problem.ts';
import { notGiven, ofAsked, told, valuesOf, type QuestionScope } from './question-scope.ts';
import { circumstance } from './store.ts';

interface CircumstanceRow {
  position: number;
  thread: string | null;
  needle_kind: string;
  age: number;
  /** The place in the list of what jobs are compared by. */
  level: number;
  speed: number | null;
  hour: number;
  person: string | null;
  breaks: number;
  stitches: number;
}

const blocks = 24 / blockHours;
/** The sums with who was at the machine: larger, and so slower, than those without. */
const byPerson = `SELECT machine_id, day, block, position, job_id, thread_id, needle_kind, ${circumstance.age} AS age,
  ${circumstance.speed} AS speed, operator_id, stitches, breaks FROM sewn_cell WHERE position > 0`;

/**
 * Breaks and stitches by circumstances. Breaks before the first finished piece of a part of the day count at the machine's usual speed. `zone`: whose
 * clock tells the time of day. People are told apart only where the machine's profile allows it. Throws 422 for a zone that is not known.
 */
export async function circumstancesOf(asked: QuestionScope, zone = 'UTC'): Promise<WithData> {
  if (!zoneNamed(zone))
    throw invalid(
      `No time zone is called “${zone}”. Leave “zone” out, or send a name such as Europe/Berlin.`,
    );
  const comparesPeople = asked.machine.profile.comparesPeople === true;
  const { jobs, levels: jobsLevels } = jobLevels(asked);
  const [found, breakMinutes] = await Promise.all([
    // What is grouped by is narrow: jobs are told apart only where they are compared, by a number (each job once, so that the planner keeps the few jobs
    // at hand and goes through the sums, not the other way), and the clock is looked up.
    rowsUnprepared<CircumstanceRow>(
      `WITH clock AS (
       SELECT array_agg(extract(hour FROM (day + make_interval(mins => block * ${blockHours * 60} + ${blockHours * 30}))
         AT TIME ZONE 'UTC' AT TIME ZONE $7)::int / 6 * 6 ORDER BY day, block) AS hours
       FROM generate_series($2::date::timestamp, $3::date::timestamp, '1 day') AS day, generate_series(0, ${blocks - 1}) AS block)
     SELECT each.position, each.needle_kind, each.age * 50000 AS age, coalesce(each.level, 0) AS level, each.speed * 100 AS speed, each.hour,
       each.breaks, each.stitches, t.name || ' ' || t.weight_no::float8 AS thread, o.name AS person
     FROM (
       SELECT c.position, c.thread_id, c.needle_kind, c.age, j.level, c.speed,
         ((SELECT hours FROM clock))[(c.day - $2::date) * ${blocks} + c.block + 1] AS hour, ${comparesPeople ? 'c.operator_id' : 'NULL::uuid AS operator_id'},
         sum(c.breaks)::int8 AS breaks, sum(c.stitches)::int8 AS stitches
       FROM ${comparesPeople ? `(${byPerson})` : 'sewn_with'} c
         LEFT JOIN (SELECT id, min(level) AS level FROM unnest($5::uuid[], $6::int[]) AS j(id, level) GROUP BY id) j ON j.id = c.job_id
       WHERE ${ofAsked}
       GROUP BY 1, 2, 3, 4, 5, 6, 7${comparesPeople ? ', 8' : ''}) each
     LEFT JOIN thread t ON t.id = each.thread_id LEFT JOIN operator o ON o.id = each.operator_id`,
      [...valuesOf(asked), jobs.map(({ id }) => id), jobs.map(({ level }) => level), zone],
    ),
    minutesOfBreaks(asked),
  ]);
  const usual = usualSpeed(found);
  const cells = new Map<string, FactorCell>();
  for (const row of found) {
    const levels = {
      position: String(row.position),
      thread: row.thread ?? 'no thread on record',
      needle: row.needle_kind || 'not on record',
      age: ageBand(row.age),
      ...jobsLevels[row.level]!,
      speed: speedBand(row.speed ?? usual),
      time: partOfDay(row.hour),
      person: comparesPeople ? (row.person ?? 'nobody on record') : 'not asked',
    };
    const key = Object.values(levels).join('|');
    const cell = cells.get(key) ?? { levels, breaks: 0, stitches: 0 };
    cells.set(key, { levels, breaks: cell.breaks + row.breaks, stitches: cell.stitches + row.stitches });
  }
  return { ...told(asked), breakMinutes, cells: [...cells.values()] };
}

/** What a break that counts against its position took on average, minutes; null: there was none. */
async function minutesOfBreaks(asked: QuestionScope): Promise<number | null> {
  const found = await rowsUnprepared<{ fault: string; stops: number; lostMs: number }>(
    `SELECT fault, sum(stops)::int8 AS stops, sum(lost_ms)::int8 AS "lostMs" FROM stop_cell
     WHERE ${ofAsked} AND kind = 'break' AND position > 0
     GROUP BY 1`,
    valuesOf(asked),
  );
  const counted = found.filter(({ fault }) => countsAgainstPosition(fault === '' ? null : (fault as Fault)));
  const stops = counted.reduce((sum, line) => sum + line.stops, 0);
  return stops === 0 ? null : counted.reduce((sum, line) => sum + line.lostMs, 0) / stops / 60_000;
}

/** Each job's place in the list of what jobs are compared by: its cloth, and its name or “others”. First: what a job without either is. */
function jobLevels(asked: QuestionScope): {
  jobs: { id: string; level: number }[];
  levels: Pick<FactorCell['levels'], 'cloth' | 'job'>[];
} {
  const wanted = asked.jobIds && new Set(asked.jobIds);
  const sewn = [...asked.jobs.values()].filter(({ id }) => !wanted || wanted.has(id));
  const compared = comparedJobs(sewn);
  const levels = [{ cloth: notGiven, job: others }];
  const places = new Map([[`${notGiven}\n${others}`, 0]]);
  const jobs = sewn.map(({ id, cloth }) => {
    const job = compared.get(id) ?? others;
    const key = `${cloth}\n${job}`;
    const level = places.get(key) ?? levels.push({ cloth, job }) - 1;
    places.set(key, level);
    return { id, level };
  });
  return { jobs, levels };
}

/** The speed at which most stitches were sewn. */
function usualSpeed(found: readonly { speed: number | null; stitches: number }[]): number {
  const sums = new Map<number, number>();
  for (const { speed, stitches } of found)
    if (speed !== null) sums.set(speed, (sums.get(speed) ?? 0) + stitches);
  return [...sums].reduce((most, other) => (other[1] > most[1] ? other : most), [800, 0])[0];
}
