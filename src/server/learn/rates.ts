import {
  ageBand,
  comparedJobs,
  others,
  partOfDay,
  speedBand,
  type FactorCell,
} from '../../core/learn/factors/factors.ts';
import { blockHours } from '../../core/learn/exposure/exposures.ts';
import { needleText, type NeedleSpec } from '../../core/needle/label.ts';
import type { ChangedData, PairingData, PlacesData, WithData } from '../../schemas/findings.ts';
import { database, rows } from '../base/database.ts';
import { invalid } from '../http/problem.ts';
import { zoneNamed } from '../base/zone.ts';
import { clothOfJob, told, type Asked } from './asked.ts';

/** The sums of the days and jobs asked for. */
const ofAsked = `machine_id = $1 AND day BETWEEN $2 AND $3 AND ($4::uuid[] IS NULL OR job_id = ANY($4))`;
const values = ({ machineId, from, to, jobIds }: Asked) => [machineId, from, to, jobIds];

/** Breaks and stitches of each seat. */
export async function placesOf(asked: Asked): Promise<PlacesData> {
  const places = await rows<PlacesData['places'][number]>(
    database(),
    `SELECT head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_cell
     WHERE ${ofAsked} AND head > 0 AND position > 0 GROUP BY 1, 2 ORDER BY 1, 2`,
    values(asked),
  );
  return { ...told(asked), places };
}

/** Breaks and stitches of each kind of needle. */
export async function pairingOf(asked: Asked): Promise<PairingData> {
  const found = await rows<{ needle: NeedleSpec; breaks: number; stitches: number }>(
    database(),
    `SELECT l.needle, sum(c.breaks)::int8 AS breaks, sum(c.stitches)::int8 AS stitches
     FROM sewn_cell c JOIN needle_life l ON l.entry_id = c.needle_entry
     WHERE c.machine_id = $1 AND c.day BETWEEN $2 AND $3 AND ($4::uuid[] IS NULL OR c.job_id = ANY($4))
     GROUP BY 1 ORDER BY 1`,
    values(asked),
  );
  return {
    ...told(asked),
    rows: found.map(({ needle, breaks, stitches }) => ({ needle: needleText(needle), breaks, stitches })),
  };
}

interface CircumstanceRow {
  position: number;
  thread: string | null;
  needle: NeedleSpec | null;
  age: number;
  job_id: string;
  job: string | null;
  speed: number | null;
  hour: number;
  person: string | null;
  breaks: number;
  stitches: number;
}

/**
 * Breaks and stitches by circumstances. Breaks before the first finished piece of a part of the day count at the machine's usual speed. `zone`: whose
 * clock tells the time of day. People are told apart only where the machine's profile allows it. Throws 422 for a zone that is not known.
 */
export async function circumstancesOf(asked: Asked, zone = 'UTC'): Promise<WithData> {
  if (!zoneNamed(zone))
    throw invalid(
      `No time zone is called “${zone}”. Leave “zone” out, or send a name such as Europe/Berlin.`,
    );
  const comparesPeople = asked.machine.profile.comparesPeople === true;
  const found = await rows<CircumstanceRow>(
    database(),
    `SELECT each.*, t.name || ' ' || t.weight_no::float8 AS thread, j.name AS job, o.name AS person FROM (
       SELECT c.position, c.thread_id, l.needle, least(c.needle_age / 50000, 20)::int8 * 50000 AS age, c.job_id,
         round(c.stitches * 600.0 / nullif(c.sewing_ms, 0))::float8 * 100 AS speed,
         extract(hour FROM (c.day + make_interval(mins => c.block * ${blockHours * 60} + ${blockHours * 30}))
           AT TIME ZONE 'UTC' AT TIME ZONE $5)::int / 6 * 6 AS hour,
         CASE WHEN $6 THEN c.operator_id END AS operator_id,
         sum(c.breaks)::int8 AS breaks, sum(c.stitches)::int8 AS stitches
       FROM sewn_cell c LEFT JOIN needle_life l ON l.entry_id = c.needle_entry
       WHERE c.${ofAsked.replace('job_id', 'c.job_id').replace('day', 'c.day')} AND c.position > 0
       GROUP BY 1, 2, 3, 4, 5, 6, 7, 8) each
     LEFT JOIN thread t ON t.id = each.thread_id LEFT JOIN job j ON j.id = each.job_id
     LEFT JOIN operator o ON o.id = each.operator_id`,
    [...values(asked), zone, comparesPeople],
  );
  const usual = usualSpeed(found);
  const jobs = jobLevels(asked, found);
  const cells = new Map<string, FactorCell>();
  for (const row of found) {
    const levels = {
      position: String(row.position),
      thread: row.thread ?? 'no thread on record',
      needle: row.needle ? needleText(row.needle) : 'not on record',
      age: ageBand(row.age),
      cloth: clothOfJob(asked, row.job_id),
      job: jobs.get(row.job_id) ?? others,
      speed: speedBand(row.speed ?? usual),
      time: partOfDay(row.hour),
      person: comparesPeople ? (row.person ?? 'nobody on record') : 'not asked',
    };
    const key = Object.values(levels).join('|');
    const cell = cells.get(key) ?? { levels, breaks: 0, stitches: 0 };
    cells.set(key, { levels, breaks: cell.breaks + row.breaks, stitches: cell.stitches + row.stitches });
  }
  return { ...told(asked), cells: [...cells.values()] };
}

/** Under which name each job is compared with others. */
function jobLevels(asked: Asked, found: readonly CircumstanceRow[]): ReadonlyMap<string, string> {
  const jobs = new Map<string, { id: string; name: string; cloth: string; stitches: number }>();
  for (const { job_id: id, job, stitches } of found) {
    if (job === null) continue;
    const known = jobs.get(id) ?? { id, name: job, cloth: clothOfJob(asked, id), stitches: 0 };
    jobs.set(id, { ...known, stitches: known.stitches + stitches });
  }
  return comparedJobs([...jobs.values()]);
}

/** The speed at which most stitches were sewn. */
function usualSpeed(found: readonly { speed: number | null; stitches: number }[]): number {
  const sums = new Map<number, number>();
  for (const { speed, stitches } of found)
    if (speed !== null) sums.set(speed, (sums.get(speed) ?? 0) + stitches);
  return [...sums].reduce((most, other) => (other[1] > most[1] ? other : most), [800, 0])[0];
}

/** So many steps of time are told at most: over longer times they are weeks. */
const mostDays = 400;

/** Breaks and stitches of each seat day by day (week by week over longer times); days on which nothing was sewn are left out. */
export async function seriesOf(asked: Asked): Promise<ChangedData> {
  const step = (Date.parse(asked.to) - Date.parse(asked.from)) / 86_400_000 >= mostDays ? 'week' : 'day';
  const found = await rows<{ day: string; head: number; position: number; breaks: number; stitches: number }>(
    database(),
    `SELECT date_trunc('${step}', day::timestamp)::date AS day, head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches
     FROM sewn_cell WHERE ${ofAsked} AND head > 0 AND position > 0 GROUP BY 1, 2, 3 ORDER BY 2, 3, 1`,
    values(asked),
  );
  const days = [...new Set(found.map((row) => row.day))].sort();
  const at = new Map(days.map((day, index) => [day, index]));
  const series = new Map<string, ChangedData['series'][number]>();
  for (const { day, head, position, breaks, stitches } of found) {
    const key = `${head}.${position}`;
    const none = () => days.map(() => 0);
    const one = series.get(key) ?? { head, position, breaks: none(), stitches: none() };
    series.set(key, one);
    one.breaks[at.get(day)!] = breaks;
    one.stitches[at.get(day)!] = stitches;
  }
  return { ...told(asked), days, series: [...series.values()] };
}
