import { v7 as uuid7 } from 'uuid';
import type { Principal } from '../../schemas/people.ts';
import type { ThingsBefore } from '../../schemas/stores.ts';
import { serverNow } from '../base/clock.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { conflict, notFound } from '../base/problem.ts';

/** Who asks; nobody: where sign-in is not asked. */
export type By = Pick<Principal, 'person'>;

/** A kind of thing that is edited in place: where it stands and what of it can be put right. */
export interface Thing {
  table: string;
  /** What it is called in a sentence. */
  noun: string;
  /** What its row is called by, SQL. */
  name: string;
  /** Its columns by the fields of the messages. */
  columns: Readonly<Record<string, string>>;
  /** The fields of the ledger's entries that hold its id; other tables name it by a foreign key. */
  inLedger: readonly string[];
  /** What to do where it cannot be removed. */
  instead: string;
}

/** Changes what was left undefined not at all. What stood there before goes on record. Throws 404, and 409 for a name that another has. */
export async function changeThing(
  sql: Sql,
  { table, noun, columns }: Thing,
  id: string,
  change: Readonly<Record<string, unknown>>,
  by: By,
): Promise<void> {
  const wanted = Object.entries(change).filter(([, value]) => value !== undefined);
  const fields = Object.keys(columns)
    .map((field) => `'${field}', ${columns[field]}`)
    .join(', ');
  const [kept] = await rows<{ before: Record<string, unknown> }>(
    sql,
    `SELECT jsonb_build_object(${fields}) AS before FROM ${table} WHERE id = $1 FOR UPDATE`,
    [id],
  );
  if (!kept) throw notFound(noun);
  const changed = wanted.filter(([field, value]) => !isSame(kept.before[field], value));
  if (changed.length === 0) return;
  const sets = changed.map(([field], index) => `${columns[field]} = $${index + 2}`);
  try {
    await rows(sql, `UPDATE ${table} SET ${sets.join(', ')} WHERE id = $1`, [
      id,
      ...changed.map(([, value]) => value),
    ]);
  } catch (error) {
    if ((error as { code?: string }).code !== '23505') throw error;
    throw conflict(`There is another ${noun} of this name already. Give this one another.`);
  }
  await keepBefore(
    sql,
    table,
    id,
    Object.fromEntries(changed.map(([field]) => [field, kept.before[field]])),
    by,
  );
}

const isSame = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** Puts what stood there on record. */
export async function keepBefore(
  sql: Sql,
  table: string,
  id: string,
  before: Readonly<Record<string, unknown>>,
  by: By,
): Promise<void> {
  await rows(
    sql,
    'INSERT INTO thing_before (id, kind, thing, at, by_person, before) VALUES ($1, $2, $3, $4, $5, $6)',
    [uuid7(), table, id, serverNow(), by.person?.id ?? null, before],
  );
}

/** Removes what was never used. Throws a 409 problem that says what to do where it was: the record names it. */
export async function removeThing(thing: Thing, id: string, by: By, within?: Sql): Promise<void> {
  const { table, noun, name, inLedger, instead } = thing;
  const remove = async (sql: Sql): Promise<void> => {
    const [kept] = await rows<{ name: string; row: Record<string, unknown> }>(
      sql,
      `SELECT ${name} AS name, to_jsonb(${table}.*) AS row FROM ${table} WHERE id = $1 FOR UPDATE`,
      [id],
    );
    if (!kept) throw notFound(noun);
    const isUsed = () => conflict(`${kept.name} is on record and stays there. ${instead}`);
    if (inLedger.length > 0 && (await isInLedger(sql, inLedger, id))) throw isUsed();
    try {
      await rows(sql, `DELETE FROM ${table} WHERE id = $1`, [id]);
    } catch (error) {
      if ((error as { code?: string }).code === '23503') throw isUsed();
      throw error;
    }
    await keepBefore(sql, table, id, kept.row, by);
  };
  await (within ? remove(within) : inTransaction(remove));
}

/** Whether any entry ever named it, also one that was corrected since. */
async function isInLedger(sql: Sql, fields: readonly string[], id: string): Promise<boolean> {
  const named = fields.flatMap((field) => [`data ->> '${field}' = $1`, `data -> 'data' ->> '${field}' = $1`]);
  const [row] = await rows<{ there: boolean }>(
    sql,
    `SELECT EXISTS (SELECT FROM ledger WHERE ${named.join(' OR ')}) AS there`,
    [id],
  );
  return row!.there;
}

/** What a thing said before, newest first. */
export async function thingsBefore(id: string): Promise<ThingsBefore> {
  const items = await rows<ThingsBefore['items'][number]>(
    database(),
    `SELECT b.at, o.name AS by, b.before FROM thing_before b LEFT JOIN operator o ON o.id = b.by_person
     WHERE b.thing = $1 ORDER BY b.at DESC, b.id DESC LIMIT 50`,
    [id],
  );
  return { items };
}
