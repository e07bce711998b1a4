import type { ListQuery, Operator } from '../../schemas/workshop.ts';
import { database, rows } from '../base/database.ts';
import { conflict } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keysOf, pageOf } from '../base/paging.ts';

export async function listOperators({ limit = 50, after }: ListQuery = {}): Promise<{
  items: Operator[];
  next: string | null;
}> {
  const keys = keysOf(after, 1);
  const found = await rows<Operator>(
    database(),
    `SELECT id, name, active FROM operator WHERE active AND ($1::text IS NULL OR name > $1) ORDER BY name LIMIT $2`,
    [keys?.[0] ?? null, limit + 1],
  );
  return pageOf(
    found,
    limit,
    (row) => row,
    (row) => [row.name],
  );
}

export async function addOperator(operator: { id: string; name: string }): Promise<Operator> {
  const { item } = await makeOnce<Operator, Operator>({
    table: 'operator',
    values: { id: operator.id, name: operator.name },
    columns: 'id, name, active',
    read: (row) => row,
    noun: 'person',
    taken: () => {
      throw conflict(
        `There is an operator called “${operator.name}” already. Add an initial to tell them apart.`,
      );
    },
  });
  return item;
}
