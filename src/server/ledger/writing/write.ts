import { is } from '../../../core/ledger/about-kinds.ts';
import type { Entry, Line } from '../../../core/ledger/entry.ts';
import { noServerFields } from '../../../core/ledger/entry-base.ts';
import { serverNow } from '../../base/clock.ts';
import { inTransaction, rows, pipelined, writerConnections } from '../../base/database.ts';
import { acceptEntries, checkNamedEntries, namedLines } from './accept.ts';
import { insertLines, lineColumns, soughtIn } from '../projecting/columns.ts';
import { everyLedgerLock } from './locks.ts';
import { announce } from '../reading/live.ts';
import { makeMonths } from './months.ts';
import { project } from '../projecting/project.ts';
import { keepRoots } from '../projecting/roots.ts';
import { readHeads } from '../projecting/seats.ts';
import { requireSameContent, withoutDuplicates } from './duplicates.ts';

export interface Stored {
  id: string;
  seq: number;
  /** True when this entry had been stored before: it was sent twice. */
  again: boolean;
}

interface WriteOptions {
  /** For history brought in from elsewhere: received this long after each entry's own time, not now. */
  receivedAfterMs?: number;
  /** Ids made from a machine's own line: what is kept under one is it, told again, whatever the fold makes of it now. */
  told?: ReadonlySet<string>;
}

/**
 * Stores entries once each and brings the projections up to date, all in one transaction.
 * When it returns, they survive the loss of power. Throws, having written nothing, a 422 problem when one entry names
 * something that does not exist, a 409 one when an id stands for another entry already.
 */
export async function writeEntries(
  sentEntries: readonly Entry[],
  { receivedAfterMs, told }: WriteOptions = {},
): Promise<Stored[]> {
  const entries = withoutDuplicates(sentEntries);
  const ids = entries.map((entry) => entry.id);
  const machines = [...new Set(entries.map((entry) => entry.machineId))].sort();
  const stored = await inTransaction(async (sql) => {
    await acceptEntries(sql, entries);
    await makeMonths(ids);
    // What follows goes out in one breath, answers are awaited together: a round trip costs more than most of
    // these queries. If a check then fails, the transaction is rolled back and nothing was written.
    // One writer per machine at a time: the fold reads the seats and writes them back.
    pipelined(
      sql,
      `SELECT pg_advisory_xact_lock_shared(${everyLedgerLock}), pg_advisory_xact_lock(hashtextextended(m::text, 7))
       FROM unnest($1::uuid[]) AS m`,
      [machines],
    );
    const namedAsked = namedLines(sql, entries);
    const headsAsked = readHeads(sql, entries);
    const freshAsked = rows<Pick<Line, 'id' | 'seq' | 'receivedAt'>>(sql, insertLines, [
      JSON.stringify(entries.map((entry) => ({ ...noServerFields, ...entry, ...soughtIn(entry) }))),
      receivedAfterMs ?? null,
      serverNow(),
    ]);
    const corrections = entries.filter((entry) => is(entry, 'corrects'));
    const rootsKept = corrections.length > 0 ? keepRoots(sql, corrections) : undefined;
    const [named, heads, written] = await Promise.all([namedAsked, headsAsked, freshAsked, rootsKept]);
    checkNamedEntries(entries, named, new Set(written.map(({ id }) => id)));
    const sent = new Map(entries.map((entry) => [entry.id, entry]));
    const fresh = written
      .map((row): Line => ({ ...noServerFields, ...sent.get(row.id)!, ...row }))
      .sort((a, b) => a.seq - b.seq);
    if (fresh.length > 0) await project(sql, fresh, { heads, eventsInserted: true });
    const seqs = new Map(fresh.map((line) => [line.id, line.seq]));
    const repeated = ids.filter((id) => !seqs.has(id));
    const kept =
      repeated.length === 0
        ? []
        : await rows<Line>(sql, `SELECT ${lineColumns} FROM ledger WHERE id = ANY($1)`, [repeated]);
    for (const line of kept) {
      if (!told?.has(line.id)) requireSameContent(line, sent.get(line.id)!);
      seqs.set(line.id, line.seq);
    }
    const again = new Set(repeated);
    // One that stands twice in the message is answered twice: as stored, then as there already.
    return sentEntries.map(({ id }) => {
      const one = { id, seq: seqs.get(id)!, again: again.has(id) };
      again.add(id);
      return one;
    });
  }, writerConnections());
  for (const machineId of machines) announce(machineId);
  return stored;
}
