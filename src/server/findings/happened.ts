import type { Event } from '../../core/ledger/entry.ts';
import { sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { HappenedData, HappenedQuery } from '../../schemas/findings.ts';
import { database, rows } from '../base/database.ts';
import { jobNames } from '../jobs/jobs.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';
import { machineById } from '../stores/machines.ts';
import { checkDays, spanOf } from './question-scope.ts';

/** Told at most: more cannot be looked through beside a chart. */
const most = 60;
/** Longer than this a change is not dated, and the whole ledger is not what was asked for. */
const mostDays = 62;

/**
 * What may have made breaks rise or fall in these days (UTC): needles, cones, screws, checks, jobs, notes. At one seat, with what concerns
 * the whole machine, or anywhere. Throws 404 for a machine that is not there, 422 for days the wrong way round or more than two months of them.
 */
export async function happenedAt(
  id: string,
  { from, to, head, position }: HappenedQuery,
): Promise<HappenedData> {
  const { id: machineId } = await machineById(id);
  checkDays(from, to, mostDays, 'Two months are looked through at most. Set “from” to a later day.');
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event
     WHERE machine_id = $1 AND at >= $2 AND at < $3 AND kind IN (${sqlKinds('alters')}) AND NOT void
       AND (position IS NULL OR $4::int IS NULL OR position = $4) AND (head IS NULL OR $5::int IS NULL OR head = $5)
     ORDER BY at, id LIMIT ${most + 1}`,
    [machineId, ...spanOf({ from, to }), position ?? null, head ?? null],
  );
  const items = found.slice(0, most);
  const named = new Set(items.flatMap(({ jobId }) => jobId ?? []));
  const jobs = (await jobNames([...named])).filter((job) => named.has(job.id));
  return { items, jobs, more: found.length > most };
}
