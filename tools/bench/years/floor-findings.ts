import { heron } from '../../demo/world.ts';
import type { Ask } from './floor.ts';

/** What each question of Findings needs, as one would ask for it by hand: a year at one machine. */
const m = heron.id;
const sums = 'machine_id = $1 AND day BETWEEN $2 AND $3';

/** How far the sums are, and the cloths to choose from: before every question. */
const first = (from: string, to: string): Ask[][] => [
  [
    {
      text: `SELECT (SELECT max(changed_seq) FROM event WHERE machine_id = $1) AS newest,
        (SELECT seq FROM learnt_mark WHERE machine_id = $1) AS seq`,
      values: [m],
    },
    {
      text: `SELECT id, name, cloth, garment FROM job WHERE id IN (SELECT DISTINCT job_id FROM sewn_day WHERE ${sums})`,
      values: [m, from, to],
    },
  ],
];

export const findings = {
  needles: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT l.head, l.position, l.needle_kind, l.stitches, l.sewing_ms, l.metallic_ms, l.job_id, l.thread_id, l.ended_reason,
            l.ended_fault, l.next_broke
          FROM needle_life l WHERE machine_id = $1 AND fitted_at >= $2::date AND fitted_at < $3::date + 1
          ORDER BY fitted_at DESC LIMIT 20000`,
        values: [m, from, to],
      },
    ],
  ],
  places: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT head, position, sum(breaks), sum(stitches) FROM sewn_day WHERE ${sums} GROUP BY 1, 2`,
        values: [m, from, to],
      },
    ],
  ],
  with: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        // As the answer needs it: the jobs sewn most told by name, and the time of day by the asker's clock.
        text: `WITH most AS (
            SELECT job_id FROM sewn_day WHERE ${sums} GROUP BY 1 ORDER BY sum(stitches) DESC LIMIT 12)
          SELECT c.position, c.thread_id, c.needle_kind, c.age, j.cloth, CASE WHEN most.job_id IS NOT NULL THEN j.name END AS job,
            floor(extract(hour FROM (c.day + make_interval(mins => c.block * 180 + 90)) AT TIME ZONE 'UTC' AT TIME ZONE $4) / 6) AS part,
            c.speed, sum(c.breaks), sum(c.stitches)
          FROM sewn_with c JOIN job j ON j.id = c.job_id LEFT JOIN most ON most.job_id = c.job_id
          WHERE c.machine_id = $1 AND c.day BETWEEN $2 AND $3 GROUP BY 1, 2, 3, 4, 5, 6, 7, 8`,
        values: [m, from, to, 'UTC'],
      },
    ],
  ],
  changed: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT day, head, position, sum(breaks), sum(stitches) FROM sewn_day WHERE ${sums} GROUP BY 1, 2, 3`,
        values: [m, from, to],
      },
    ],
  ],
  cost: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT ended_reason, ended_fault, next_broke, count(*) FROM needle_life
          WHERE machine_id = $1 AND fitted_at >= $2::date AND fitted_at < $3::date + 1 AND stitches > 0 GROUP BY 1, 2, 3`,
        values: [m, from, to],
      },
      {
        text: `SELECT sum(ms) FROM (SELECT day, sum(sewing_ms) AS ms FROM sewn_day WHERE ${sums} GROUP BY 1) daily`,
        values: [m, from, to],
      },
    ],
    ['kind, fault', 'head, position', 'job_id'].map((by) => ({
      text: `SELECT ${by}, sum(stops), sum(lost_ms) FROM stop_cell WHERE ${sums} GROUP BY ${by}`,
      values: [m, from, to],
    })),
  ],
};
