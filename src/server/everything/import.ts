import { inTransaction, rows, type Sql } from '../database.ts';
import { conflict, invalid } from '../http/problem.ts';
import { monthsOf } from '../ledger/months.ts';
import { rebuild } from '../ledger/rebuild.ts';
import { isEmpty } from './export.ts';
import { header, tableNames, type TableName } from './tables.ts';

type Row = Record<string, unknown>;
const chunkRows = 1000;

/**
 * Takes in an export (NDJSON, as text in pieces cut anywhere) into an empty installation, and folds the heads from its
 * ledger. All of it or nothing: a file that breaks off leaves the installation empty. Returns rows by table. Throws a 409
 * when something is set up here already, a 422 that names the line for what cannot be read.
 */
export async function takeIn(text: AsyncIterable<string>): Promise<Partial<Record<TableName, number>>> {
  const counts: Partial<Record<TableName, number>> = {};
  await inTransaction(async (sql) => {
    await rows(sql, 'SELECT pg_advisory_xact_lock(hashtext($1))', ['take in everything']);
    if (!(await isEmpty(sql)))
      throw conflict(
        'This installation is not empty. Start a new one with ./start --empty, and take the file in there.',
      );
    await rows(sql, 'DELETE FROM workshop');
    let pending: { table: TableName; rows: Row[] } | null = null;
    let order = 0;
    const flush = async () => {
      if (pending) await putRows(sql, pending.table, pending.rows);
      pending = null;
    };
    let number = 0;
    for await (const line of linesOf(text)) {
      number++;
      const message = parse(line, number);
      if (number === 1) {
        if (message['format'] !== header.format || message['version'] !== header.version)
          throw invalid(
            'This is no export of everything, or one of another version: its first line does not say so.',
          );
        continue;
      }
      const table = message['table'] as TableName;
      const at = tableNames.indexOf(table);
      if (at < order || typeof message['row'] !== 'object')
        throw invalid(
          `Line ${number}: “${String(table)}” is no table, or not in its place. Nothing was taken in.`,
        );
      if (pending && (pending as { table: TableName }).table !== table) await flush();
      order = at;
      pending ??= { table, rows: [] };
      const { rows: waiting } = pending as { rows: Row[] };
      waiting.push(message['row'] as Row);
      counts[table] = (counts[table] ?? 0) + 1;
      if (waiting.length >= chunkRows) await flush();
    }
    if (number === 0) throw invalid('The file is empty. Nothing was taken in.');
    await flush();
    await rows(sql, 'INSERT INTO workshop DEFAULT VALUES ON CONFLICT DO NOTHING');
    await rows(sql, `SELECT setval('ledger_seq', GREATEST((SELECT max(seq) FROM ledger), 1))`);
  });
  await rebuild();
  return counts;
}

async function putRows(sql: Sql, table: TableName, some: readonly Row[]): Promise<void> {
  // A month's part of the ledger must be there before its first row. In this transaction: it holds the ledger already.
  if (table === 'ledger')
    for (const month of monthsOf(
      some.map((row) => String(row['id'])),
      new Date(),
    ))
      await rows(sql, 'SELECT ledger_make_month($1::date)', [month]);
  try {
    await rows(sql, `INSERT INTO ${table} SELECT * FROM jsonb_populate_recordset(NULL::${table}, $1)`, [
      JSON.stringify(some),
    ]);
  } catch (error) {
    throw invalid(`The rows of “${table}” do not fit: ${(error as Error).message}. Nothing was taken in.`);
  }
}

function parse(line: string, number: number): Row {
  try {
    return JSON.parse(line) as Row;
  } catch {
    throw invalid(`Line ${number} is no JSON: the file is damaged or was cut off. Nothing was taken in.`);
  }
}

async function* linesOf(text: AsyncIterable<string>): AsyncGenerator<string> {
  let rest = '';
  for await (const part of text) {
    const lines = (rest + part).split('\n');
    rest = lines.pop()!;
    for (const line of lines) if (line.trim() !== '') yield line;
  }
  if (rest.trim() !== '') yield rest;
}
