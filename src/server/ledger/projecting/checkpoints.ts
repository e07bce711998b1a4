import type { EffectiveEntry } from '../../../core/ledger/entry.ts';
import { applyEntry } from '../../../core/ledger/head.ts';
import { type HeadNow } from '../../../core/ledger/head-now.ts';
import { rows, pipelined, type Sql } from '../../base/database.ts';

/** How far a fold has come: the newest folded entry in ledger order. */
export interface FoldMark {
  at: string;
  id: string;
}

/** A machine's heads as they were after one entry. */
export interface Checkpoint {
  mark: FoldMark;
  now: HeadNow;
}

/**
 * About every 100th entry is a checkpoint, chosen by its own id: so which ones there are depends on the ledger
 * alone, not on the order in which it arrived.
 */
function isCheckpoint(id: string): boolean {
  return parseInt(id.slice(-4), 16) % 100 === 0;
}

/** Folds entries (in ledger order) into the heads; notes the checkpoints passed. */
export function foldWith(
  now: HeadNow,
  entries: readonly EffectiveEntry[],
  checkpoints: Checkpoint[],
): HeadNow {
  for (const entry of entries) {
    now = applyEntry(now, entry);
    if (isCheckpoint(entry.id) && !entry.void)
      checkpoints.push({ mark: { at: entry.at, id: entry.id }, now });
  }
  return now;
}

export function writeCheckpoints(sql: Sql, machineId: string, checkpoints: readonly Checkpoint[]): void {
  if (checkpoints.length === 0) return;
  pipelined(
    sql,
    `INSERT INTO head_checkpoint SELECT $1, * FROM unnest($2::timestamptz[], $3::uuid[], $4::jsonb[])
     ON CONFLICT (machine_id, at, id) DO UPDATE SET state = excluded.state`,
    [
      machineId,
      checkpoints.map((checkpoint) => checkpoint.mark.at),
      checkpoints.map((checkpoint) => checkpoint.mark.id),
      checkpoints.map((checkpoint) => JSON.stringify(checkpoint.now)),
    ],
  );
}

/** Drops the checkpoints from `from` on: an entry that comes before them was not in them. */
export function dropCheckpoints(sql: Sql, machineId: string, from: FoldMark): void {
  pipelined(sql, 'DELETE FROM head_checkpoint WHERE machine_id = $1 AND (at, id) >= ($2, $3)', [
    machineId,
    from.at,
    from.id,
  ]);
}

/** Drops the checkpoints from `from` on (all, without it) and gives the newest that is left. */
export async function takeBack(
  sql: Sql,
  machineId: string,
  from: FoldMark | null,
): Promise<Checkpoint | null> {
  dropCheckpoints(sql, machineId, from ?? { at: '-infinity', id: '00000000-0000-0000-0000-000000000000' });
  return newestCheckpoint(sql, machineId, 'infinity');
}

/** The newest checkpoint before a time. */
export async function newestCheckpoint(
  sql: Sql,
  machineId: string,
  before: string,
): Promise<Checkpoint | null> {
  const [kept] = await rows<{ at: string; id: string; state: HeadNow }>(
    sql,
    'SELECT at, id, state FROM head_checkpoint WHERE machine_id = $1 AND at < $2 ORDER BY at DESC, id DESC LIMIT 1',
    [machineId, before],
  );
  return kept
    ? { mark: { at: kept.at, id: kept.id }, now: { ...kept.state, shelf: kept.state.shelf ?? {} } }
    : null;
}
