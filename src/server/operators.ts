import type { ListQuery, Operator } from '../schemas/workshop.ts';
import { database, rows } from './database.ts';
import { conflict } from './http/problem.ts';
import { keysOf, pageOf } from './paging.ts';

export async function listOperators({ limit = 50, after }: ListQuery = {}): Promise<{
  items: Operator[];
  next: string | null;
}> {
  const keys = keysOf(after, 1);
  const found = await rows<Operator>(
    database(),
    `SELECT id, name, active FROM operator WHERE active AND ($1::text IS NULL OR name > $1) ORDER BY name LIMIT ${Math.trunc(limit) + 1}`,
    [keys?.[0] ?? null],
  );
  return pageOf(
    found,
    limit,
    (row) => row,
    (row) => [row.name],
  );
}

export async function addOperator(operator: { id: string; name: string }): Promise<Operator> {
  const added = await rows<Operator>(
    database(),
    'INSERT INTO operator (id, name) VALUES ($1, $2) ON CONFLICT DO NOTHING RETURNING id, name, active',
    [operator.id, operator.name],
  );
  const kept =
    added[0] ??
    (
      await rows<Operator>(database(), 'SELECT id, name, active FROM operator WHERE id = $1', [operator.id])
    )[0];
  if (!kept)
    throw conflict(
      `There is an operator called “${operator.name}” already. Add an initial to tell them apart.`,
    );
  return kept;
}
