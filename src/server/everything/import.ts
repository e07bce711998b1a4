import { inTransaction, longWork, rows, type Sql } from '../base/database.ts';
import { conflict, invalid, isUnreachable, ProblemError } from '../base/problem.ts';
import { checkEntry } from '../ledger/writing/accept.ts';
import { sentOfRow } from '../ledger/projecting/columns.ts';
import { makeMonth, monthsOf } from '../ledger/writing/months.ts';
import { serverNow } from '../base/clock.ts';
import { rebuildIn } from './rebuild.ts';
import { columnsOf, isEmpty } from './export.ts';
import { numberedLines, type NumberedLine } from './numbered-lines.ts';
import { backupTables, header, isAccessTable, readVersions, type Ending, type TableName } from './tables.ts';

type Row = Record<string, unknown>;
interface NumberedRow {
  number: number;
  row: Row;
}
interface Pending {
  table: TableName;
  rows: NumberedRow[];
  /** What is written down here already comes before the file's, which is numbered on from it. */
  lastSeq: number;
  /** The table's own: what else a row has is not known here. */
  columns: ReadonlySet<string>;
}
const chunkRows = 1000;
export type Taken = Partial<Record<TableName, number>>;

/**
 * Takes in an export (NDJSON, as bytes in pieces cut anywhere) into an empty installation, and folds the heads from its
 * ledger. All of it or nothing, in one transaction: whatever is wrong leaves the installation empty. Returns rows by table.
 * `learns`: the sums of Findings are counted too; without it they are when they are first asked for. `access`: a backup's people, devices and tokens are taken in too, beside
 * whoever is here (the connection must be the tables' owner's); what was open then (sessions, codes) is over. Throws a 409 when something is set up here already, a 422 that names the line for what cannot be taken in.
 */
export function takeIn(
  bytes: AsyncIterable<Uint8Array>,
  { learns = true, access = false } = {},
): Promise<Taken> {
  return inTransaction(async (sql) => {
    await longWork(sql);
    await rows(sql, 'SELECT pg_advisory_xact_lock(hashtext($1))', ['take in everything']);
    if (!(await isEmpty(sql)))
      throw conflict(
        'This installation is not empty. Start a new one with ./start --empty, and take the file in there.',
      );
    await rows(sql, 'DELETE FROM workshop');
    const taken = await readTables(sql, numberedLines(bytes), access);
    await rows(sql, 'INSERT INTO workshop DEFAULT VALUES ON CONFLICT DO NOTHING');
    if (taken.access_ledger)
      await rows(
        sql,
        `SELECT setval(pg_get_serial_sequence('access_ledger', 'seq'), (SELECT max(seq) FROM access_ledger))`,
      );
    await rows(sql, `SELECT setval('ledger_seq', GREATEST((SELECT max(seq) FROM ledger), 1))`);
    try {
      await rebuildIn(sql, { learns });
    } catch (error) {
      if (isUnreachable(error)) throw error;
      throw invalid(
        'The ledger in this file does not fit together: its heads cannot be told from it. Nothing was taken in.',
      );
    }
    return taken;
  });
}

/** Puts the rows of the file where they belong, table by table. */
async function readTables(sql: Sql, lines: AsyncGenerator<NumberedLine>, access: boolean): Promise<Taken> {
  const counts: Taken = {};
  let version: unknown;
  let ending: Ending | null = null;
  let pending: Pending = { table: 'workshop', rows: [], lastSeq: 0, columns: new Set() };
  let order = 0;
  let last = 0;
  // Rows are put while the next lines are read.
  let putting: Promise<void> = Promise.resolve();
  const flush = async () => {
    const { table, rows: some } = pending;
    pending = { ...pending, rows: [] };
    await putting;
    putting = putRows(sql, table, some);
    putting.catch(() => undefined);
  };
  const read = async (line: NumberedLine) => {
    const { number } = line;
    last = number;
    if (ending) throw invalid(`Line ${number} stands behind the end of the export. Nothing was taken in.`);
    const message = parse(line);
    if (version === undefined) {
      version = message['version'];
      if (message['format'] !== header.format || !readVersions.includes(version))
        throw invalid(
          'This is no export of everything, or one of another version: its first line does not say so. Nothing was taken in.',
        );
      return;
    }
    if (message['end'] === true && version !== 1) {
      ending = message as Ending;
      checkEnding(ending, counts, line);
      return;
    }
    const table = message['table'] as TableName;
    const at = backupTables.indexOf(table);
    if (isAccessTable(table) && !access)
      throw invalid(
        'This is a backup: it says who may do what here. Take it in on the computer itself, with npm run restore -- FILE. Nothing was taken in.',
      );
    const row = message['row'];
    if (at < order || typeof row !== 'object' || row === null || Array.isArray(row))
      throw invalid(
        `Line ${number}: “${String(table).slice(0, 60)}” is no table with a row, or not in its place. Nothing was taken in.`,
      );
    if (pending.table !== table || pending.columns.size === 0) {
      await flush();
      await putting;
      pending = {
        table,
        rows: [],
        lastSeq: table === 'access_ledger' ? await lastChange(sql) : 0,
        columns: new Set(await columnsOf(sql, table)),
      };
      // Its one row is there from the beginning.
      if (table === 'access') await rows(sql, 'DELETE FROM access');
    }
    order = at;
    checkRow(pending, row as Row, number);
    pending.rows.push({ number, row: over(pending, row as Row) });
    counts[table] = (counts[table] ?? 0) + 1;
    if (pending.rows.length >= chunkRows) await flush();
  };
  try {
    for await (const line of lines) await read(line);
    await flush();
  } finally {
    // What is wrong with an earlier line is said first.
    await putting;
  }
  if (version === undefined) throw invalid('The file is empty. Nothing was taken in.');
  if (!ending && version !== 1)
    throw invalid(
      `The file ends at line ${last} without saying that it is whole: it was cut off. Nothing was taken in.`,
    );
  return counts;
}

function checkEnding(ending: Ending, counts: Taken, line: NumberedLine): void {
  const table = backupTables.find((name) => (ending.rows?.[name] ?? 0) !== (counts[name] ?? 0));
  if (table)
    throw invalid(
      `The file says that it holds ${ending.rows?.[table] ?? 0} rows of “${table}”, and holds ${counts[table] ?? 0}. Nothing was taken in.`,
    );
  if (ending.sha256 !== line.hashBefore())
    throw invalid('The file is not as it was written: its checksum differs. Nothing was taken in.');
}

/** What is not known here would be lost in silence, and an entry that breaks its own rules would stop what reads it. */
function checkRow({ table, columns }: Pending, row: Row, number: number): void {
  const unknown = Object.keys(row).find((key) => !columns.has(key));
  if (unknown !== undefined)
    throw invalid(
      `Line ${number}: “${table}” has no field “${unknown.slice(0, 60)}” here. Take the file in with the version that wrote it. Nothing was taken in.`,
    );
  if (table !== 'ledger') return;
  try {
    checkEntry(sentOfRow(row), 'body');
  } catch (error) {
    const why =
      error instanceof ProblemError ? error.message.replace(/^The message: /, '') : 'it does not fit.';
    throw invalid(`Line ${number}: this is no entry of a ledger: ${why} Nothing was taken in.`);
  }
}

/** A row as it is put back: what was open when it was written, and may have been closed since, is over. */
function over({ table, lastSeq }: Pending, row: Row): Row {
  const now = serverNow().toISOString();
  if (table === 'session') return { ...row, ended_at: row['ended_at'] ?? now };
  if (table === 'pairing_code') return { ...row, used_at: row['used_at'] ?? now };
  return lastSeq > 0 ? { ...row, seq: Number(row['seq']) + lastSeq } : row;
}

async function lastChange(sql: Sql): Promise<number> {
  const [row] = await rows<{ last: number | null }>(sql, 'SELECT max(seq) AS last FROM access_ledger');
  return row?.last ?? 0;
}

/** Names are one person's: whoever set himself as owner to take the file in, and stands in it by another id, gets another here. */
const makeWay = (sql: Sql, people: readonly NumberedRow[]) =>
  rows(
    sql,
    `UPDATE operator SET name = left(name, 50) || ' (here)' WHERE name = ANY($1) AND id::text <> ALL($2)`,
    [people.map(({ row }) => String(row['name'])), people.map(({ row }) => String(row['id']))],
  );

async function putRows(sql: Sql, table: TableName, some: readonly NumberedRow[]): Promise<void> {
  if (some.length === 0) return;
  // A month's part of the ledger must be there before its first row. In this transaction: it holds the ledger already.
  if (table === 'ledger')
    for (const month of monthsOf(
      some.map(({ row }) => String(row['id'])),
      serverNow(),
    ))
      await makeMonth(month, sql);
  if (table === 'operator') await makeWay(sql, some);
  const overriding = table === 'access_ledger' ? 'OVERRIDING SYSTEM VALUE' : '';
  const put = (part: readonly NumberedRow[]) =>
    rows(
      sql,
      `INSERT INTO ${table} ${overriding} SELECT * FROM jsonb_populate_recordset(NULL::${table}, $1)`,
      [JSON.stringify(part.map(({ row }) => row))],
    );
  await rows(sql, 'SAVEPOINT chunk');
  try {
    await put(some);
    await rows(sql, 'RELEASE SAVEPOINT chunk');
  } catch (error) {
    if (isUnreachable(error)) throw error;
    await rows(sql, 'ROLLBACK TO SAVEPOINT chunk');
    // One by one, to say which it is.
    for (const row of some) {
      try {
        await put([row]);
      } catch (fault) {
        if (isUnreachable(fault)) throw fault;
        throw invalid(`Line ${row.number}: this row of “${table}” ${whyOf(fault)}. Nothing was taken in.`);
      }
    }
  }
}

/** PostgreSQL's reasons in words, by SQLSTATE; its own would name our rules, which say nothing to anyone else. */
function whyOf(error: unknown): string {
  const { code = '' } = error as { code?: string };
  const said: [RegExp, string][] = [
    [/^23505$/, 'stands in the file twice, or bears a name that another has already'],
    [/^23503$/, 'names something that is not in the file before it'],
    [/^23502$/, 'lacks a field that it needs'],
    [/^23514$/, 'has a value that is not allowed'],
    [/^22/, 'has a value of the wrong kind or out of range'],
  ];
  return said.find(([pattern]) => pattern.test(code))?.[1] ?? 'cannot be stored';
}

function parse({ number, text }: NumberedLine): Row {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw invalid(`Line ${number} is no JSON: the file is damaged or was cut off. Nothing was taken in.`);
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw invalid(`Line ${number} is no line of an export. Nothing was taken in.`);
  return value as Row;
}
