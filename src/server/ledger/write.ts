import type { Entry } from '../../core/ledger/entry.ts';
import { inTransaction, rows, sendOff } from '../database.ts';
import { acceptEntries, checkNamedEntries, namedLines } from './accept.ts';
import { lineRow, type LineRow } from './line.ts';
import { announce } from './live.ts';
import { makeMonths } from './months.ts';
import { project } from './project.ts';
import { readHeads } from './seats.ts';

export interface Stored {
  id: string;
  seq: number;
  /** True when this entry had been stored before: it was sent twice. */
  again: boolean;
}

interface WriteOptions {
  /** For history brought in from elsewhere: received this long after each entry's own time, not now. */
  receivedAfterMs?: number;
}

/**
 * Stores entries once each and brings the projections up to date, all in one transaction.
 * When it returns, they survive the loss of power. Throws a 422 problem, having written nothing, when one
 * entry names something that does not exist.
 */
export async function writeEntries(
  entries: readonly Entry[],
  { receivedAfterMs }: WriteOptions = {},
): Promise<Stored[]> {
  const ids = entries.map((entry) => entry.id);
  const machines = [...new Set(entries.map((entry) => entry.machineId))].sort();
  const stored = await inTransaction(async (sql) => {
    await acceptEntries(sql, entries);
    await makeMonths(ids, new Date());
    // What follows goes out in one breath, answers are awaited together: a round trip costs more than most of
    // these queries. If a check then fails, the transaction is rolled back and nothing was written.
    // One writer per machine at a time: the fold reads the seats and writes them back.
    sendOff(sql, 'SELECT pg_advisory_xact_lock(hashtextextended(m::text, 7)) FROM unnest($1::uuid[]) AS m', [
      machines,
    ]);
    const namedAsked = namedLines(sql, entries);
    const headsAsked = readHeads(sql, entries);
    const freshAsked = rows<Pick<LineRow, 'id' | 'seq' | 'received_at'>>(
      sql,
      `INSERT INTO ledger (id, machine_id, head, position, kind, at, received_at, operator_id, job_id, corrects, data)
       SELECT r.id, r."machineId", r.head, r.position, r.kind, r.at,
         coalesce(r.at + $2 * interval '1 ms', clock_timestamp()), r."operatorId", r."jobId", r.corrects, r.data
       FROM jsonb_to_recordset($1) AS r(id uuid, "machineId" uuid, head smallint, position smallint, kind text,
         at timestamptz, "operatorId" uuid, "jobId" uuid, corrects uuid, data jsonb)
       ON CONFLICT (id) DO NOTHING RETURNING id, seq, received_at`,
      [JSON.stringify(entries), receivedAfterMs ?? null],
    );
    const [named, heads, written] = await Promise.all([namedAsked, headsAsked, freshAsked]);
    checkNamedEntries(entries, named);
    const sent = new Map(entries.map((entry) => [entry.id, entry]));
    const fresh = written.map((row) => lineRow(sent.get(row.id)!, row)).sort((a, b) => a.seq - b.seq);
    if (fresh.length > 0) await project(sql, fresh, { heads });
    const seqs = new Map(fresh.map((line) => [line.id, line.seq]));
    const repeated = ids.filter((id) => !seqs.has(id));
    const kept = new Map(
      repeated.length === 0
        ? []
        : (
            await rows<{ id: string; seq: number }>(sql, 'SELECT id, seq FROM ledger WHERE id = ANY($1)', [
              repeated,
            ])
          ).map((row) => [row.id, row.seq]),
    );
    return ids.map((id) => ({ id, seq: seqs.get(id) ?? kept.get(id)!, again: !seqs.has(id) }));
  });
  for (const machineId of machines) announce(machineId);
  return stored;
}
