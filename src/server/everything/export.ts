import Papa from 'papaparse';
import { database, rows, type Sql } from '../database.ts';
import { header, tableNames, tables, type TableName } from './tables.ts';

const chunkRows = 2000;
type Row = Record<string, unknown>;

/** The rows of one table in its order, a chunk at a time. The ledger is read by its sequence, so a long one is no burden. */
async function* rowsOf(sql: Sql, table: TableName): AsyncGenerator<Row[]> {
  if (table !== 'ledger') {
    const all = await rows<{ row: Row }>(
      sql,
      `SELECT to_jsonb(t) AS row FROM ${table} t ORDER BY ${tables[table]}`,
    );
    if (all.length > 0) yield all.map((one) => one.row);
    return;
  }
  for (let seq = 0; ;) {
    const found = await rows<{ row: Row & { seq: number } }>(
      sql,
      `SELECT to_jsonb(t) AS row FROM ledger t WHERE seq > $1 ORDER BY seq LIMIT ${chunkRows}`,
      [seq],
    );
    if (found.length === 0) return;
    yield found.map((one) => one.row);
    seq = found.at(-1)!.row.seq;
  }
}

/** Everything as NDJSON: a line that says what it is, then {"table": …, "row": {…}} a line. */
export async function* everythingNdjson(): AsyncGenerator<string> {
  yield JSON.stringify(header) + '\n';
  for (const table of tableNames)
    for await (const chunk of rowsOf(database(), table))
      yield chunk.map((row) => JSON.stringify({ table, row }) + '\n').join('');
}

/** Everything as one JSON document: {"format", "version", "tables": {"machine": [ … ], …}}. */
export async function* everythingJson(): AsyncGenerator<string> {
  yield JSON.stringify(header).slice(0, -1) + ',"tables":{';
  for (const [index, table] of tableNames.entries()) {
    yield `${index > 0 ? ',' : ''}\n"${table}":[`;
    let isFirst = true;
    for await (const chunk of rowsOf(database(), table)) {
      yield (isFirst ? '\n' : ',\n') + chunk.map((row) => JSON.stringify(row)).join(',\n');
      isFirst = false;
    }
    yield ']';
  }
  yield '}}\n';
}

/** One table as CSV, its columns as they are in the database; what is structured stands as JSON in its cell. */
export async function* tableCsv(table: TableName): AsyncGenerator<string> {
  const columns = (
    await rows<{ column_name: string }>(
      database(),
      'SELECT column_name FROM information_schema.columns WHERE table_schema = current_schema() AND table_name = $1 ORDER BY ordinal_position',
      [table],
    )
  ).map((one) => one.column_name);
  yield Papa.unparse([columns]) + '\r\n';
  const cell = (value: unknown) =>
    value !== null && typeof value === 'object' ? JSON.stringify(value) : value;
  for await (const chunk of rowsOf(database(), table)) {
    const lines = chunk.map((row) => columns.map((column) => cell(row[column])));
    yield Papa.unparse(lines, { escapeFormulae: true }) + '\r\n';
  }
}

/** Whether nothing has been set up here yet: only then can an export be taken in. */
export async function isEmpty(sql: Sql = database()): Promise<boolean> {
  const [row] = await rows<{ some: boolean }>(
    sql,
    'SELECT EXISTS (SELECT 1 FROM machine) OR EXISTS (SELECT 1 FROM ledger) OR EXISTS (SELECT 1 FROM thread) OR EXISTS (SELECT 1 FROM job) AS some',
  );
  return !row?.some;
}
