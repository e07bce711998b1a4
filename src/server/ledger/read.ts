import { inLedgerOrder } from '../../core/ledger/entry.ts';
import type { Event, LedgerLine, LedgerQuery } from '../../schemas/event.ts';
import { database, rows, type Sql } from '../database.ts';
import { invalid, notFound } from '../http/problem.ts';
import { keysOf, pageOf } from '../paging.ts';
import { eventColumns, eventFrom, type EventRow } from './event-row.ts';
import { lineColumns, lineFrom, type LineRow } from './line.ts';
import { openStops } from './open-stop.ts';

/** What the ledger can be narrowed to; each is one indexed condition. */
const filters = {
  position: 'position = ',
  head: 'head = ',
  kind: 'kind = ',
  fault: 'fault = ',
  job: 'job_id = ',
  from: 'at >= ',
  to: 'at < ',
} as const;

/** One page of a machine's events, newest first, narrowed by the query. */
export async function ledgerPage(query: LedgerQuery): Promise<{ items: Event[]; next: string | null }> {
  const limit = query.limit ?? 50;
  const { text, values } = pageQuery(query, keysOf(query.after, 2), limit + 1);
  const found = await rows<EventRow>(database(), text, values);
  return pageOf(found, limit, eventFrom, (row) => [row.at, row.id]);
}

/** Plan at 1,000,000 rows: a backward scan of the event_page… index that fits the filter; no sort. */
function pageQuery(query: LedgerQuery, after: readonly unknown[] | null, limit: number) {
  const values: unknown[] = [query.machine];
  const conditions = ['machine_id = $1'];
  for (const [key, condition] of Object.entries(filters)) {
    const value = query[key as keyof typeof filters];
    if (value !== undefined) conditions.push(condition + `$${values.push(value)}`);
  }
  if (after) {
    if (!Number.isFinite(Date.parse(String(after[0]))) || !/^[0-9a-f-]{36}$/.test(String(after[1]))) {
      throw invalid('This page of the list cannot be found. Start again from the first page.');
    }
    conditions.push(`(at, id) < ($${values.push(after[0])}, $${values.push(after[1])})`);
  }
  const text = `SELECT ${eventColumns} FROM event WHERE ${conditions.join(' AND ')} ORDER BY at DESC, id DESC LIMIT $${values.push(limit)}`;
  return { text, values };
}

/** One event and every raw line that made it what it is, oldest first. */
export async function entryHistory(id: string): Promise<{ event: Event; lines: LedgerLine[] }> {
  const [row] = await rows<EventRow>(database(), `SELECT ${eventColumns} FROM event WHERE id = $1`, [id]);
  if (!row) throw notFound('entry');
  const lines = await rows<LineRow>(
    database(),
    `WITH RECURSIVE up AS (
       SELECT id FROM ledger WHERE id = $1
       UNION ALL SELECT l.id FROM up JOIN ledger l ON l.corrects = up.id)
     SELECT ${lineColumns} FROM ledger WHERE id IN (SELECT id FROM up)`,
    [id],
  );
  return { event: eventFrom(row), lines: lines.map(lineFrom).sort(inLedgerOrder) };
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

/** Machine-wide state that is not the fold of seats: what stands open, and the feed's cursor. */
export async function openNow(
  sql: Sql,
  machineId: string,
): Promise<{ seq: number; openStop: Event | null; held: Event[] }> {
  const newestAsked = rows<{ seq: number | null }>(
    sql,
    'SELECT max(changed_seq) AS seq FROM event WHERE machine_id = $1',
    [machineId],
  );
  const openAsked = openStops(sql, [machineId]);
  const heldAsked = rows<EventRow>(
    sql,
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = 'piece_held' AND closed_by IS NULL AND NOT void ORDER BY at`,
    [machineId],
  );
  const [[newest], open, held] = await Promise.all([newestAsked, openAsked, heldAsked]);
  return {
    seq: newest?.seq ?? 0,
    openStop: open.get(machineId) ?? null,
    held: held.map(eventFrom),
  };
}
