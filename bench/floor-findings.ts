import { heron } from '../scripts/demo/world.ts';
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
      text: `SELECT id, cloth, garment FROM job WHERE id IN (SELECT DISTINCT job_id FROM sewn_cell WHERE ${sums})`,
      values: [m, from, to],
    },
  ],
];

export const findings = {
  needles: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT l.*, (SELECT weight_no FROM thread t WHERE t.id = l.thread_id), (SELECT sum(breaks) FROM sewn_cell c WHERE l.ended_fault IS NOT NULL AND c.machine_id = l.machine_id
            AND c.day = (l.ended_at AT TIME ZONE 'UTC')::date AND c.head = l.head AND c.position = l.position AND c.needle_entry = l.ended_by) AS next
          FROM needle_life l WHERE machine_id = $1 AND fitted_at >= $2::date AND fitted_at < $3::date + 1`,
        values: [m, from, to],
      },
    ],
  ],
  places: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT head, position, sum(breaks), sum(stitches) FROM sewn_cell WHERE ${sums} GROUP BY 1, 2`,
        values: [m, from, to],
      },
    ],
  ],
  with: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT c.position, c.thread_id, l.needle, least(c.needle_age / 50000, 20), c.job_id,
            round(c.stitches * 600.0 / nullif(c.sewing_ms, 0)), sum(c.breaks), sum(c.stitches)
          FROM sewn_cell c LEFT JOIN needle_life l ON l.entry_id = c.needle_entry
          WHERE c.machine_id = $1 AND c.day BETWEEN $2 AND $3 GROUP BY 1, 2, 3, 4, 5, 6`,
        values: [m, from, to],
      },
    ],
  ],
  changed: (from: string, to: string): Ask[][] => [
    ...first(from, to),
    [
      {
        text: `SELECT day, head, position, sum(breaks), sum(stitches) FROM sewn_cell WHERE ${sums} GROUP BY 1, 2, 3`,
        values: [m, from, to],
      },
    ],
  ],
  cost: (from: string, to: string): Ask[][] => [
    ...findings.needles(from, to),
    ['kind, fault', 'head, position', 'job_id'].map((by) => ({
      text: `SELECT ${by}, sum(stops), sum(lost_ms) FROM stop_cell WHERE ${sums} GROUP BY ${by}`,
      values: [m, from, to],
    })),
  ],
};
