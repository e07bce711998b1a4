import type { MachinesNow } from '../schemas/machines-now.ts';
import { database, rows } from './database.ts';
import { openNow } from './ledger/read.ts';

/** Every machine at one glance, for whoever stands at another. At most 60. */
export async function machinesNow(): Promise<MachinesNow> {
  const found = await rows<{
    id: string;
    slug: string;
    name: string;
    job: string | null;
    pieces: number;
    of: number;
  }>(
    database(),
    `SELECT m.id, m.slug, m.name, j.name AS job, COALESCE(t.pieces, 0) AS pieces, COALESCE(j.pieces, 0) AS of
     FROM machine m LEFT JOIN machine_now n ON n.machine_id = m.id LEFT JOIN job j ON j.id = n.job_id
       LEFT JOIN job_tally t ON t.job_id = j.id
     ORDER BY m.created_at, m.slug LIMIT 60`,
  );
  const machines = await Promise.all(
    found.map(async (row) => {
      const { openStop, held } = await openNow(database(), row.id);
      return { ...row, stoppedAt: openStop?.at ?? null, held: held.length };
    }),
  );
  return { machines };
}
