import { faultKeys, faults } from '../../../core/fault/faults.ts';
import { entryKindKeys, kindOf, sqlKinds } from '../../../core/ledger/about-kinds.ts';
import { inLedgerOrder } from '../../../core/ledger/entry.ts';
import type { Event, LedgerLine, LedgerQuery } from '../../../schemas/ledger/event.ts';
import { database, rows } from '../../base/database.ts';
import { invalid, notFound } from '../../base/problem.ts';
import { keysOf, pageOf } from '../../base/paging.ts';
import { eventColumns, lineColumns } from '../projecting/columns.ts';

/** What the ledger can be narrowed to, one condition each. */
const filters = {
  position: 'position = ',
  head: 'head = ',
  kind: 'kind = ',
  fault: 'fault = ',
  job: 'job_id = ',
  who: 'operator_id = ',
  from: 'at >= ',
  to: 'at < ',
} as const;

/** One page of a machine's events, newest first, narrowed by the query. */
export async function ledgerPage(query: LedgerQuery): Promise<{ items: Event[]; next: string | null }> {
  const limit = query.limit ?? 50;
  const { text, values } = pageQuery(query, keysOf(query.after, 2), limit + 1);
  const found = await rows<Event>(database(), text, values);
  return pageOf(
    found,
    limit,
    (event) => event,
    ({ at, id }) => [at, id],
  );
}

/**
 * How many rows are asked for: the next of these. The limit stands in the query's text (as a parameter the query would be
 * planned anew each time, which takes as long as running it), so there must be few of them: each text is kept, planned, on
 * each connection.
 */
const sizes = [51, 201, 1001];

/** Plan at 5,000,000 rows: a backward scan of the event_page… index that fits the filter; no sort. */
function pageQuery(query: LedgerQuery, after: readonly unknown[] | null, limit: number) {
  const values: unknown[] = [query.machine];
  const conditions = ['machine_id = $1'];
  for (const [key, condition] of Object.entries(filters)) {
    const value = query[key as keyof typeof filters];
    if (value !== undefined) conditions.push(condition + `$${values.push(value)}`);
  }
  if (query.find) conditions.push(foundIn(query.find, values));
  if (after) {
    if (!Number.isFinite(Date.parse(String(after[0]))) || !/^[0-9a-f-]{36}$/.test(String(after[1]))) {
      throw invalid('This page of the list cannot be found. Start again from the first page.');
    }
    conditions.push(`(at, id) < ($${values.push(after[0])}, $${values.push(after[1])})`);
  }
  const text = `SELECT ${eventColumns} FROM event WHERE ${conditions.join(' AND ')} ORDER BY at DESC, id DESC LIMIT ${sizes.find((size) => size >= limit) ?? sizes.at(-1)}`;
  return { text, values };
}

/** A word of what an entry says: of its kind and fault, its own words, its thread, its job, whoever it is of. */
function foundIn(word: string, values: unknown[]): string {
  const low = word.trim().toLowerCase();
  const kinds = entryKindKeys.filter((kind) => kindOf(kind).name.toLowerCase().includes(low));
  const kindsOfFault = faultKeys.filter((fault) => faults[fault].says.toLowerCase().includes(low));
  const sought = `$${values.push(low)}`;
  const has = (text: string) => `position(${sought} IN lower(${text})) > 0`;
  return `(${has('data::text')} OR kind = ANY($${values.push(kinds)}) OR fault = ANY($${values.push(kindsOfFault)})
    OR operator_id IN (SELECT id FROM operator WHERE ${has('name')})
    OR job_id IN (SELECT id FROM job WHERE ${has('name')})
    OR data ->> 'threadId' IN (SELECT id::text FROM thread WHERE ${has("code || ' ' || name")}))`;
}

/** One event and every raw line that made it what it is, oldest first. */
export async function entryHistory(id: string): Promise<{ event: Event; lines: LedgerLine[] }> {
  const [[row], lines] = await Promise.all([
    rows<Event>(database(), `SELECT ${eventColumns} FROM event WHERE id = $1`, [id]),
    rows<LedgerLine>(
      database(),
      `SELECT ${lineColumns} FROM ledger WHERE id = $1 OR id IN (SELECT id FROM correction WHERE root = $1)`,
      [id],
    ),
  ]);
  if (!row) throw notFound('entry');
  return { event: row, lines: lines.sort(inLedgerOrder) };
}

/** Every event that fits, newest first, in chunks, for an export that need not fit into memory. */
export async function* ledgerRows(query: LedgerQuery): AsyncGenerator<Event[]> {
  let after: string | null | undefined;
  do {
    const page: { items: Event[]; next: string | null } = await ledgerPage({
      ...query,
      limit: 1000,
      after: after ?? undefined,
    });
    if (page.items.length > 0) yield page.items;
    after = page.next;
  } while (after);
}

/** The live feed's cursor: the newest change of a machine. */
export async function newestSeq(machineId: string): Promise<number> {
  const [newest] = await rows<{ seq: number | null }>(
    database(),
    'SELECT max(changed_seq) AS seq FROM event WHERE machine_id = $1',
    [machineId],
  );
  return newest?.seq ?? 0;
}

/** Pieces held and not released, oldest first. Index event_held. */
export async function heldPieces(machineId: string): Promise<Event[]> {
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind IN (${sqlKinds('holds')}) AND closed_by IS NULL AND NOT void ORDER BY at`,
    [machineId],
  );
  return found;
}
