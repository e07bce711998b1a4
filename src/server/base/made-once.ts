import type pg from 'pg';
import { database, rows, type Sql } from './database.ts';
import { otherContent } from './problem.ts';

interface Made<Item, Row> {
  table: string;
  /** What is stored, by column; `id` is the maker's. */
  values: { id: string } & Record<string, unknown>;
  /** The columns of the answer. */
  columns: string;
  read: (row: Row) => Item;
  /** What it is called in the sentence of a refusal. */
  noun: string;
  /** Answers when another row takes the place (a name that must be the only one of its kind): throws, or gives that row. */
  taken?: () => Promise<Item> | Item;
}

/** Whether the row was made now; false: it had been made before, the very same. */
export interface MadeOnce<Item> {
  item: Item;
  isNew: boolean;
}

/**
 * Makes a row whose id its maker chose. Sent again, the same row is given back. Throws a 409 problem with both contents
 * when the id stands for another one: taking the second for the first would lose it silently. The comparison is the
 * database's, so that a value it rounds equals itself when sent again.
 */
export async function makeOnce<Item, Row extends pg.QueryResultRow>(
  { table, values, columns, read, noun, taken }: Made<Item, Row>,
  sql: Sql = database(),
): Promise<MadeOnce<Item>> {
  const names = Object.keys(values);
  const of = (alias: string) => `(${names.map((name) => `${alias}.${name}`).join(', ')})`;
  let found: (Row & { is_new: boolean })[];
  try {
    found = await rows(
      sql,
      `INSERT INTO ${table} AS kept (${names.join(', ')}) VALUES (${names.map((_, index) => `$${index + 1}`).join(', ')})
       ON CONFLICT (id) DO UPDATE SET id = excluded.id WHERE ${of('kept')} IS NOT DISTINCT FROM ${of('excluded')}
       RETURNING ${columns}, (xmax = 0) AS is_new`,
      Object.values(values),
    );
  } catch (error) {
    if ((error as { code?: string }).code !== '23505' || !taken) throw error;
    return { item: await taken(), isNew: false };
  }
  if (found[0]) {
    const { is_new: isNew, ...made } = found[0];
    const row: pg.QueryResultRow = made;
    return { item: read(row as Row), isNew };
  }
  const [kept] = await rows<Row>(sql, `SELECT ${columns} FROM ${table} WHERE id = $1`, [values.id]);
  throw otherContent(
    `There is another ${noun} under this id already. Nothing was changed: look at both, and make a new one if this is one.`,
    kept ? read(kept) : null,
    values,
  );
}
