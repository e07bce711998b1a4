import { createHash } from 'node:crypto';
import Papa from 'papaparse';
import { safeCell } from '../../core/base/csv-cells.ts';
import { database, inSnapshot, rows, type Sql } from '../base/database.ts';
import { tooMany } from '../base/problem.ts';
import {
  backupTables,
  exportTables,
  header,
  keptTables,
  orders,
  type Ending,
  type ExportTable,
  type TableName,
} from './tables.ts';

const chunkRows = 2000;
type Row = Record<string, unknown>;

/** The rows of one table in its order, a chunk at a time. The ledger is read by its sequence, so a long one is no burden. */
async function* rowsOf(sql: Sql, table: TableName): AsyncGenerator<Row[]> {
  if (table !== 'ledger') {
    const all = await rows<{ row: Row }>(
      sql,
      `SELECT to_jsonb(t) AS row FROM ${table} t ORDER BY ${orders[table]}`,
    );
    for (let at = 0; at < all.length; at += chunkRows)
      yield all.slice(at, at + chunkRows).map((row) => row.row);
    return;
  }
  for (let seq = 0; ;) {
    const found = await rows<{ row: Row & { seq: number } }>(
      sql,
      `SELECT to_jsonb(t) AS row FROM ledger t WHERE seq > $1 ORDER BY seq LIMIT ${chunkRows}`,
      [seq],
    );
    if (found.length === 0) return;
    yield found.map((row) => row.row);
    seq = found.at(-1)!.row.seq;
  }
}

/** Each holds a connection for as long as its reader takes: a few of the pool's at most. */
const mostAtOnce = 2;
let underWay = 0;

/** All of `read` from one moment of the database: an export of a running app is of a state that there was. */
async function* oneMoment(read: (sql: Sql) => AsyncGenerator<string>): AsyncGenerator<string> {
  underWay++;
  try {
    yield* inSnapshot(read);
  } finally {
    underWay--;
  }
}

/** Throws a 429 problem when as many exports are being read as may be. */
export function checkExports(): void {
  if (underWay >= mostAtOnce)
    throw tooMany('Two exports are being taken already. Try again when they are done.', 15);
}

/**
 * Everything as NDJSON: a line that says what it is, then {"table": …, "row": {…}} a line, then one that says it is whole. `whole`: a backup, with who may do what; throws
 * where the database has a table that none would hold.
 */
export const everythingNdjson = ({ whole = false } = {}): AsyncGenerator<string> =>
  oneMoment(async function* (sql) {
    if (whole) await keptTables(sql);
    const hash = createHash('sha256');
    const counts: Ending['rows'] = {};
    const hashed = (text: string) => (hash.update(text), text);
    yield hashed(JSON.stringify(header) + '\n');
    for (const table of whole ? backupTables : exportTables) {
      for await (const chunk of rowsOf(sql, table)) {
        counts[table] = (counts[table] ?? 0) + chunk.length;
        yield hashed(chunk.map((row) => JSON.stringify({ table, row }) + '\n').join(''));
      }
    }
    const ending: Ending = { end: true, rows: counts, sha256: hash.digest('hex') };
    yield JSON.stringify(ending) + '\n';
  });

/** Everything as one JSON document: {"format", "version", "tables": {"machine": [ … ], …}}. */
export const everythingJson = (): AsyncGenerator<string> =>
  oneMoment(async function* (sql) {
    yield JSON.stringify(header).slice(0, -1) + ',"tables":{';
    for (const [index, table] of exportTables.entries()) {
      yield `${index > 0 ? ',' : ''}\n"${table}":[`;
      let isFirst = true;
      for await (const chunk of rowsOf(sql, table)) {
        yield (isFirst ? '\n' : ',\n') + chunk.map((row) => JSON.stringify(row)).join(',\n');
        isFirst = false;
      }
      yield ']';
    }
    yield '}}\n';
  });

/** One table as CSV, its columns as they are in the database; what is structured stands as JSON in its cell. */
export const tableCsv = (table: ExportTable): AsyncGenerator<string> =>
  oneMoment(async function* (sql) {
    const columns = await columnsOf(sql, table);
    yield Papa.unparse([columns]) + '\r\n';
    const cell = (value: unknown) =>
      value !== null && typeof value === 'object' ? JSON.stringify(value) : value;
    for await (const chunk of rowsOf(sql, table)) {
      const lines = chunk.map((row) => columns.map((column) => safeCell(cell(row[column]))));
      yield Papa.unparse(lines) + '\r\n';
    }
  });

/** The columns of a table, in their order. */
export async function columnsOf(sql: Sql, table: TableName): Promise<string[]> {
  const found = await rows<{ column_name: string }>(
    sql,
    'SELECT column_name FROM information_schema.columns WHERE table_schema = current_schema() AND table_name = $1 ORDER BY ordinal_position',
    [table],
  );
  return found.map((row) => row.column_name);
}

/** Whether nothing has been set up here yet: only then can an export be taken in. Whoever is there to take it in may be. */
export async function isEmpty(sql: Sql = database()): Promise<boolean> {
  // The workshop's row is there from the beginning; an import takes its place.
  const some = exportTables
    .filter((table) => table !== 'workshop' && table !== 'operator')
    .map((table) => `EXISTS (SELECT FROM ${table})`);
  const [row] = await rows<{ some: boolean }>(sql, `SELECT ${some.join(' OR ')} AS some`);
  return !row?.some;
}
