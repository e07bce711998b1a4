import { chainsWithin } from '../../../core/ledger/chains.ts';
import type { Entry } from '../../../core/ledger/entry.ts';
import { rows, type Sql } from '../../base/database.ts';
import { invalid } from '../../base/problem.ts';

/** Corrections of corrections: what was undone, done again and undone. No hand goes further. */
const deepest = 8;

/**
 * Keeps the root of each correction that is new; they stand in the ledger already. Resolves when it is done. Throws a 422 problem where a correction would be the ninth on
 * the way to its root.
 */
export async function keepRoots(sql: Sql, corrections: readonly Entry[]): Promise<void> {
  const chains = [...chainsWithin(corrections)];
  const kept = await rows<{ depth: number }>(
    sql,
    `INSERT INTO correction (id, root, depth)
     SELECT c.id, coalesce(b.root, c.base), c.steps + coalesce(b.depth, 0)
     FROM unnest($1::uuid[], $2::uuid[], $3::integer[]) AS c(id, base, steps) LEFT JOIN correction b ON b.id = c.base
     ON CONFLICT (id) DO NOTHING RETURNING depth`,
    [chains.map(([id]) => id), chains.map(([, { base }]) => base), chains.map(([, { steps }]) => steps)],
  );
  if (kept.some(({ depth }) => depth > deepest))
    throw invalid('This was undone and done again too often. Correct the entry itself.');
}

/** Fills the table anew from the ledger: as db/migrations/020 did for what was there. */
export async function rebuildRoots(sql: Sql): Promise<void> {
  await rows(sql, 'DELETE FROM correction');
  await rows(
    sql,
    `INSERT INTO correction (id, root, depth)
     WITH RECURSIVE hanging AS (
       SELECT c.id, c.corrects AS root, 1 AS depth
       FROM ledger c JOIN ledger t ON t.id = c.corrects
       WHERE c.kind = 'correction' AND t.kind <> 'correction'
       UNION ALL
       SELECT c.id, hanging.root, hanging.depth + 1
       FROM hanging JOIN ledger c ON c.corrects = hanging.id)
     SELECT id, root, depth FROM hanging`,
  );
}
