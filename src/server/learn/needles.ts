import { needleText, type NeedleSpec } from '../../core/needle/label.ts';
import { type NeedleReason } from '../../core/needle/reasons.ts';
import { endedByTrouble } from '../../core/learn/life/trouble.ts';
import { defaultMinutes } from '../../core/plan/asked/minutes.ts';
import type { NeedlesData } from '../../schemas/findings.ts';
import { database, rows } from '../base/database.ts';
import { clothOfJob, told, type Asked } from './asked.ts';

interface LifeRow {
  entry_id: string;
  head: number;
  position: number;
  needle: NeedleSpec;
  stitches: number;
  sewing_ms: number;
  metallic_ms: number;
  /** What it sewed most of. */
  job_id: string | null;
  thread: string | null;
  metallic: boolean | null;
  ended_reason: NeedleReason | null;
  ended_fault: string | null;
  next_breaks: number | null;
}

/** The newest needles told at most: more say nothing new of how long they last. */
const mostLives = 20_000;
const hourMs = 3_600_000;
/** Of so many troubles the newest tell what one costs. */
const mostTroubles = 200;

/** Every needle fitted in the days asked for, with how it went. A needle counts to the cloth that it sewed most of. */
export async function needlesOf(asked: Asked): Promise<NeedlesData> {
  const { machineId, from, to, jobIds } = asked;
  const [lives, trouble] = await Promise.all([
    rows<LifeRow>(
      database(),
      `SELECT l.entry_id, l.head, l.position, l.needle, l.stitches, l.sewing_ms, l.metallic_ms, l.job_id,
         t.weight_no::float8 || ' wt' AS thread, t.fibre = 'metallic' AS metallic,
         l.ended_reason, l.ended_fault, next.breaks AS next_breaks
       FROM needle_life l LEFT JOIN thread t ON t.id = l.thread_id LEFT JOIN LATERAL (
         SELECT sum(c.breaks) AS breaks FROM sewn_cell c
         WHERE l.ended_fault IS NOT NULL AND c.machine_id = l.machine_id AND c.day = (l.ended_at AT TIME ZONE 'UTC')::date
           AND c.head = l.head AND c.position = l.position AND c.needle_entry = l.ended_by) next ON true
       WHERE l.machine_id = $1 AND l.fitted_at >= $2::date AND l.fitted_at < $3::date + 1
       ORDER BY l.fitted_at DESC, l.entry_id LIMIT ${mostLives}`,
      [machineId, from, to],
    ),
    minutesOfTrouble(machineId, from, to),
  ]);
  const wanted = jobIds && new Set(jobIds);
  return {
    ...told(asked),
    lives: lives
      .filter(({ job_id: id, stitches }) => stitches > 0 && (!wanted || wanted.has(id ?? '')))
      .map((life) => ({
        ...{ head: life.head, position: life.position, stitches: life.stitches },
        needle: needleText(life.needle),
        cloth: clothOfJob(asked, life.job_id ?? ''),
        thread: life.thread ?? 'thread not on record',
        metallic: life.metallic ?? false,
        hours: life.sewing_ms / hourMs,
        metallicHours: life.metallic_ms / hourMs,
        out: life.ended_reason !== null,
        ended:
          life.ended_reason !== null &&
          endedByTrouble({
            ...{ reason: life.ended_reason, fault: life.ended_fault },
            nextBroke: (life.next_breaks ?? 0) > 0,
          }),
      })),
    costs: { planned: defaultMinutes.needle + defaultMinutes.reeye, trouble },
  };
}

/** How long stops took in which a needle was changed, minutes: the mean of the newest; null: there was none. */
async function minutesOfTrouble(machineId: string, from: string, to: string): Promise<number | null> {
  const [found] = await rows<{ ms: number | null }>(
    database(),
    `SELECT avg(stopped.lost_ms)::float8 AS ms FROM (
       SELECT head, position, ended_at FROM needle_life
       WHERE machine_id = $1 AND ended_at >= $2::date AND ended_at < $3::date + 1 AND ended_fault IS NOT NULL
       ORDER BY ended_at DESC LIMIT ${mostTroubles}) life
     CROSS JOIN LATERAL (
       SELECT lost_ms FROM event
       WHERE machine_id = $1 AND kind = 'break' AND position = life.position AND head = life.head AND NOT void
         AND at <= life.ended_at AND at >= life.ended_at - interval '12 hours' AND closed_at >= life.ended_at
       ORDER BY at DESC, id DESC LIMIT 1) stopped`,
    [machineId, from, to],
  );
  return typeof found?.ms === 'number' ? found.ms / 60_000 : null;
}
