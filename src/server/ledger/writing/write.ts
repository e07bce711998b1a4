import { is } from '../../../core/ledger/about-kinds.ts';
import type { Entry } from '../../../core/ledger/entry.ts';
import { serverNow } from '../../base/clock.ts';
import { inTransaction, rows, sendOff, writerConnections } from '../../base/database.ts';
import { acceptEntries, checkNamedEntries, namedLines } from './accept.ts';
import { eventFields } from '../projecting/event-row.ts';
import { lineColumns, lineRow, writerColumns, type LineRow } from '../projecting/line.ts';
import { everyLedgerLock } from './locks.ts';
import { announce } from '../reading/live.ts';
import { makeMonths } from './months.ts';
import { project } from '../projecting/project.ts';
import { keepRoots } from '../projecting/roots.ts';
import { readHeads } from '../projecting/seats.ts';
import { checkSentAgain, withoutRepeats } from './sent-again.ts';

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
 * Lines of the ledger, and beside each (but corrections) its event as it counts at first: in one statement, which reads what
 * was sent once and takes numbers and time from the line. Only lines that were not there before are told.
 */
const insertLines = `
  WITH sent AS MATERIALIZED (
    SELECT * FROM jsonb_to_recordset($1) AS r(id uuid, "machineId" uuid, head smallint, position smallint, kind text,
      at timestamptz, "operatorId" uuid, "jobId" uuid, corrects uuid, data jsonb, "claimedAt" timestamptz,
      fault text, closes uuid, writer_id uuid, device_id uuid, unconfirmed boolean)),
  stored AS (
    INSERT INTO ledger (id, machine_id, head, position, kind, at, received_at, operator_id, job_id, corrects, data, claimed_at,
      writer_id, device_id, unconfirmed)
    SELECT id, "machineId", head, position, kind, at, coalesce(at + $2 * interval '1 ms', $3), "operatorId", "jobId",
      corrects, data, "claimedAt", writer_id, device_id, unconfirmed FROM sent
    ON CONFLICT (id) DO NOTHING RETURNING id, seq, received_at),
  events AS (
    INSERT INTO event (id, machine_id, head, position, kind, fault, at, received_at, operator_id, job_id, data, void,
      corrections, closes, changed_seq, claimed_at, writer_id, device_id, unconfirmed)
    SELECT id, "machineId", head, position, kind, fault, at, received_at, "operatorId", "jobId", data, false, 0, closes,
      seq, "claimedAt", writer_id, device_id, unconfirmed FROM stored JOIN sent USING (id) WHERE kind <> 'correction')
  SELECT id, seq, received_at FROM stored`;

/** An entry with what its event has beside it. */
function withEventFields(entry: Entry): object {
  const row: Entry & { by?: unknown } = { ...entry };
  if (entry.by) {
    // Columns of their own: what is sent twice is read twice.
    delete row.by;
    Object.assign(row, writerColumns(entry));
  }
  return Object.assign(row, eventFields(entry));
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
  const entries = withoutRepeats(sentEntries);
  const ids = entries.map((entry) => entry.id);
  const machines = [...new Set(entries.map((entry) => entry.machineId))].sort();
  const stored = await inTransaction(async (sql) => {
    await acceptEntries(sql, entries);
    await makeMonths(ids);
    // What follows goes out in one breath, answers are awaited together: a round trip costs more than most of
    // these queries. If a check then fails, the transaction is rolled back and nothing was written.
    // One writer per machine at a time: the fold reads the seats and writes them back.
    sendOff(
      sql,
      `SELECT pg_advisory_xact_lock_shared(${everyLedgerLock}), pg_advisory_xact_lock(hashtextextended(m::text, 7))
       FROM unnest($1::uuid[]) AS m`,
      [machines],
    );
    const namedAsked = namedLines(sql, entries);
    const headsAsked = readHeads(sql, entries);
    const freshAsked = rows<Pick<LineRow, 'id' | 'seq' | 'received_at'>>(sql, insertLines, [
      JSON.stringify(entries.map(withEventFields)),
      receivedAfterMs ?? null,
      serverNow(),
    ]);
    const corrections = entries.filter((entry) => is(entry, 'corrects'));
    const rootsKept = corrections.length > 0 ? keepRoots(sql, corrections) : undefined;
    const [named, heads, written] = await Promise.all([namedAsked, headsAsked, freshAsked, rootsKept]);
    checkNamedEntries(entries, named, new Set(written.map(({ id }) => id)));
    const sent = new Map(entries.map((entry) => [entry.id, entry]));
    const fresh = written.map((row) => lineRow(sent.get(row.id)!, row)).sort((a, b) => a.seq - b.seq);
    if (fresh.length > 0) await project(sql, fresh, { heads, eventsInserted: true });
    const seqs = new Map(fresh.map((line) => [line.id, line.seq]));
    const repeated = ids.filter((id) => !seqs.has(id));
    const kept =
      repeated.length === 0
        ? []
        : await rows<LineRow>(sql, `SELECT ${lineColumns} FROM ledger WHERE id = ANY($1)`, [repeated]);
    for (const line of kept) {
      if (!told?.has(line.id)) checkSentAgain(line, sent.get(line.id)!);
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
