import type pg from 'pg';
import type { ListQuery } from '../../schemas/workshop.ts';
import { database, rows } from './database.ts';
import { keysOf, pageOf } from './paging.ts';
import { notFound } from './problem.ts';

/** A table of what people keep for a machine under names: plans, schemes. */
interface Kept {
  table: string;
  /** The columns of the answer, `id` and `changedAt` among them. */
  columns: string;
  /** What one is called where there is none. */
  noun: string;
}

/** What is kept for a machine, the newest change first. */
export async function listKept<Row extends pg.QueryResultRow & { id: string; changedAt: string }>(
  { table, columns }: Kept,
  { machine, limit = 50, after }: ListQuery & { machine: string },
) {
  const keys = keysOf(after, 2);
  const found = await rows<Row>(
    database(),
    `SELECT ${columns} FROM ${table} WHERE machine_id = $1
       AND ($2::timestamptz IS NULL OR (changed_at, id::text) < ($2, $3))
     ORDER BY changed_at DESC, id::text DESC LIMIT $4`,
    [machine, keys?.[0] ?? null, keys?.[1] ?? null, limit + 1],
  );
  return pageOf(
    found,
    limit,
    (row) => row,
    (row) => [row.changedAt, row.id],
  );
}

/** One of them. Throws a 404 problem. */
export async function keptById<Row extends pg.QueryResultRow>(
  { table, columns, noun }: Kept,
  id: string,
): Promise<Row> {
  const [row] = await rows<Row>(database(), `SELECT ${columns} FROM ${table} WHERE id = $1`, [id]);
  if (!row) throw notFound(noun);
  return row;
}
