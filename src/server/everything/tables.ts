import { keysOf } from '../../core/base/keys.ts';
import { rows, type Sql } from '../base/database.ts';

/**
 * Everything that is kept, in an order in which it can be put back: what is named comes before what names it. The
 * projections are not among them: they are folded again from the ledger. `order` makes two exports of the same state equal.
 */
export const tables = {
  workshop: 'only_one',
  machine: 'created_at, id',
  operator: 'id',
  needle_kind: 'id',
  thread: 'id',
  cone: 'id',
  bobbin_kind: 'id',
  bobbin_case: 'id',
  thing_before: 'id',
  job: 'created_at, id',
  job_stop: 'job_id, stop',
  job_picture: 'job_id',
  overruling: 'id',
  head_plan: 'id',
  head_scheme: 'id',
  feed_now: 'machine_id',
  feed_line: 'machine_id, id',
  ledger: 'seq',
} as const;
export type ExportTable = keyof typeof tables;
export const exportTables = keysOf(tables);

/**
 * Who may do what here: in backups, which put an installation back as it was (PINs, tokens and codes as the hashes that they are kept as), and in no export, which is for
 * people to take away. In an order in which it can be put back, behind the others.
 */
const accessTables = {
  access: 'only_one',
  person: 'operator_id',
  device: 'id',
  pairing_code: 'code',
  session: 'id',
  wrong_guess: 'whose, at_what',
  feed_token: 'id',
  access_ledger: 'seq',
} as const;
export type TableName = ExportTable | keyof typeof accessTables;
export const isAccessTable = (name: string): boolean => Object.hasOwn(accessTables, name);

export const orders: Readonly<Record<TableName, string>> = { ...tables, ...accessTables };
export const backupTables = keysOf(orders);

/** What is counted and folded again from the ledger, and the migrations' own list. */
const derivedTables: readonly string[] = [
  ...['event', 'seat', 'machine_now', 'job_tally', 'head_checkpoint', 'correction'],
  ...['learnt_mark', 'sewn_cell', 'sewn_day', 'sewn_with', 'stop_cell', 'needle_life', 'schema_version'],
];

/** The tables of the database that a backup must hold, asked of the database itself. Throws a sentence for one that nobody has thought of. */
export async function keptTables(sql: Sql): Promise<TableName[]> {
  const found = await rows<{ name: string }>(
    sql,
    `SELECT relname AS name FROM pg_class
     WHERE relnamespace = current_schema()::regnamespace AND relkind IN ('r', 'p') AND NOT relispartition ORDER BY relname`,
  );
  const kept = found.map(({ name }) => name).filter((name) => !derivedTables.includes(name));
  const forgotten = kept.filter((name) => !Object.hasOwn(orders, name));
  if (forgotten.length > 0)
    throw new Error(
      `No backup would hold ${forgotten.join(', ')}: src/server/everything/tables.ts does not name it.`,
    );
  return kept as TableName[];
}

/**
 * The first line of an export: what it is, and which shape its tables have. Version 2 ends with a line that says how much
 * there was; files of version 1 are still taken in, and cannot say whether they are whole. Version 3 may hold who may do what.
 */
export const header = { format: 'vivid-eye-everything', version: 3 } as const;
export const readVersions: readonly unknown[] = [1, 2, 3];

/** The last line: rows by table, and the SHA-256 (hex) of all bytes before this line. */
export type Ending = {
  end: true;
  rows: Partial<Record<TableName, number>>;
  sha256: string;
};
