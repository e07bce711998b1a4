import { foldingKinds } from '../../core/ledger/about-kinds.ts';
import { inTransaction, longWork, rows, type Sql } from '../base/database.ts';
import type { Line } from '../../core/ledger/entry.ts';
import { lineColumns } from '../ledger/projecting/columns.ts';
import { catchUpIn } from '../findings/catch-up.ts';
import { everyLedgerLock } from '../ledger/writing/locks.ts';
import { project } from '../ledger/projecting/project.ts';
import { rebuildRoots } from '../ledger/projecting/roots.ts';
import { refold } from '../ledger/projecting/seats.ts';

/**
 * Empties every projection and fills it again from the ledger, in one transaction: pages go on reading the old
 * state until it is done. Returns how many lines were read.
 */
export function rebuild(onProgress?: (lines: number) => void): Promise<number> {
  return inTransaction(async (sql) => {
    await longWork(sql);
    return rebuildIn(sql, { onProgress });
  });
}

interface RebuildOptions {
  onProgress?: ((lines: number) => void) | undefined;
  /** Whether what was learnt is counted too; if not, it is when it is first asked for. */
  learns?: boolean;
}

/** The same within a transaction of the caller's: an import is all of it, heads included, or nothing. */
export async function rebuildIn(
  sql: Sql,
  { onProgress, learns = true }: RebuildOptions = {},
): Promise<number> {
  // No writer may come between; readers may.
  await rows(sql, `SELECT pg_advisory_xact_lock(${everyLedgerLock})`);
  const learnt = ['learnt_mark', 'sewn_cell', 'sewn_day', 'sewn_with', 'stop_cell', 'needle_life'];
  for (const table of ['event', 'seat', 'machine_now', 'job_tally', 'head_checkpoint', ...learnt])
    await rows(sql, `DELETE FROM ${table}`);
  await rebuildRoots(sql);
  let seq = 0;
  let count = 0;
  for (;;) {
    const chunk = await rows<Line>(
      sql,
      `SELECT ${lineColumns} FROM ledger WHERE seq > $1 ORDER BY seq LIMIT 5000`,
      [seq],
    );
    if (chunk.length === 0) break;
    await project(sql, chunk, { foldLater: true });
    seq = chunk.at(-1)!.seq;
    count += chunk.length;
    onProgress?.(count);
  }
  const folded = await rows<{ machine_id: string }>(
    sql,
    `SELECT id AS machine_id FROM machine m WHERE EXISTS (
         SELECT 1 FROM event WHERE machine_id = m.id AND kind = ANY($1))`,
    [foldingKinds],
  );
  for (const { machine_id: machineId } of folded) {
    await refold(sql, machineId);
    if (learns) await catchUpIn(sql, machineId);
  }
  return count;
}
