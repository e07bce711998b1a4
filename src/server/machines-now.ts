import type { MachinesNow } from '../schemas/machines-now.ts';
import { database, rows } from './database.ts';

/**
 * Every machine at one glance, for whoever stands at another; those that stand come first, the longest of all. At most 100.
 * A stop counts from the first one that was not ended since the machine last sewed, as in openNow. Indexes event_page_kind,
 * event_held.
 */
export async function machinesNow(): Promise<MachinesNow> {
  const machines = await rows<MachinesNow['machines'][number]>(
    database(),
    `SELECT m.id, m.slug, m.name, j.name AS job, COALESCE(t.pieces, 0)::int AS pieces, COALESCE(j.pieces, 0) AS of,
       open.at AS "stoppedAt", held.count::int AS held
     FROM machine m LEFT JOIN machine_now n ON n.machine_id = m.id LEFT JOIN job j ON j.id = n.job_id
       LEFT JOIN job_tally t ON t.job_id = j.id
       LEFT JOIN LATERAL (
         SELECT max(at) AS at FROM (
           (SELECT at FROM event WHERE machine_id = m.id AND kind = 'sewing_again' AND NOT void ORDER BY at DESC, id DESC LIMIT 1)
           UNION ALL
           (SELECT at FROM event WHERE machine_id = m.id AND kind = 'piece_finished' AND NOT void ORDER BY at DESC, id DESC LIMIT 1)) s
       ) sewed ON true
       LEFT JOIN LATERAL (
         SELECT at FROM event WHERE machine_id = m.id AND kind IN ('break', 'stop') AND NOT void AND closed_by IS NULL
           AND at > COALESCE(sewed.at, 'epoch') ORDER BY at, id LIMIT 1) open ON true
       LEFT JOIN LATERAL (
         SELECT count(*) FROM event WHERE machine_id = m.id AND kind = 'piece_held' AND closed_by IS NULL AND NOT void) held ON true
     ORDER BY open.at NULLS LAST, m.created_at, m.slug LIMIT 100`,
  );
  return { machines };
}
