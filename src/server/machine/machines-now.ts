import { sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { MachinesNow } from '../../schemas/plan/machines-now.ts';
import { database, rows } from '../base/database.ts';
import { openStopOfM } from '../ledger/reading/open-stop.ts';

/**
 * Every machine at one glance, for whoever stands at another; those that stand come first, the longest of all. At most 100.
 * Indexes event_page_kind, event_held.
 */
export async function machinesNow(): Promise<MachinesNow> {
  const machines = await rows<MachinesNow['machines'][number]>(
    database(),
    `SELECT m.id, m.slug, m.name, j.name AS job, COALESCE(t.pieces, 0)::int AS pieces, COALESCE(j.pieces, 0) AS of,
       open.at AS "stoppedAt", held.count::int AS held
     FROM machine m LEFT JOIN machine_now n ON n.machine_id = m.id LEFT JOIN job j ON j.id = n.job_id
       LEFT JOIN job_tally t ON t.job_id = j.id
       LEFT JOIN LATERAL (${openStopOfM}) open ON true
       LEFT JOIN LATERAL (
         SELECT count(*) FROM event WHERE machine_id = m.id AND kind IN (${sqlKinds('holds')}) AND closed_by IS NULL AND NOT void) held ON true
     ORDER BY open.at NULLS LAST, m.created_at, m.slug LIMIT 100`,
  );
  return { machines };
}

/** The jobs that other machines sew now, with the machine's name. */
export async function jobsOnMachines(but: string): Promise<{ id: string; machine: string }[]> {
  return rows(
    database(),
    `SELECT n.job_id AS id, m.name AS machine FROM machine_now n JOIN machine m ON m.id = n.machine_id
     WHERE n.job_id IS NOT NULL AND n.machine_id <> $1`,
    [but],
  );
}
