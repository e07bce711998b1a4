import type { Entry, EntryKind } from '../../../core/ledger/entry.ts';
import type { WrittenBy } from '../../../core/ledger/entry-base.ts';
import type { LedgerLine } from '../../../schemas/ledger/event.ts';

/** A raw row of the `ledger` table. */
export type LineRow = {
  id: string;
  seq: number;
  machine_id: string;
  head: number | null;
  position: number | null;
  kind: EntryKind;
  at: string;
  received_at: string;
  operator_id: string | null;
  job_id: string | null;
  corrects: string | null;
  data: Record<string, unknown>;
  claimed_at: string | null;
  writer_id: string | null;
  device_id: string | null;
  unconfirmed: boolean | null;
};

export const lineColumns =
  'id, seq, machine_id, head, position, kind, at, received_at, operator_id, job_id, corrects, data, claimed_at, writer_id, device_id, unconfirmed';

/** {@link lineColumns} of a table that a query calls otherwise. */
export const lineColumnsOf = (alias: string): string => lineColumns.replace(/\b(\w+)\b/g, `${alias}.$1`);

/** The entry in a row: what was checked when it came in has the types of its kind. */
export function entryFrom(row: LineRow): Entry {
  return {
    id: row.id,
    machineId: row.machine_id,
    head: row.head,
    position: row.position,
    kind: row.kind,
    at: row.at,
    operatorId: row.operator_id,
    jobId: row.job_id,
    corrects: row.corrects,
    data: row.data,
    ...(row.claimed_at && { claimedAt: row.claimed_at }),
    ...writtenBy(row),
  } as Entry;
}

/** Who wrote a row, where that was asked. */
export const writtenBy = (
  row: Pick<LineRow, 'writer_id' | 'device_id' | 'unconfirmed'>,
): { by?: WrittenBy } =>
  row.writer_id || row.device_id || row.unconfirmed
    ? { by: { writerId: row.writer_id, deviceId: row.device_id, unconfirmed: row.unconfirmed === true } }
    : {};

/** The columns that say who wrote an entry. */
export const writerColumns = ({ by }: Pick<Entry, 'by'>) => ({
  writer_id: by?.writerId ?? null,
  device_id: by?.deviceId ?? null,
  unconfirmed: by?.unconfirmed ? true : null,
});

/** The row that an entry has become, without reading it back. */
export function lineRow(entry: Entry, stored: { seq: number; received_at: string }): LineRow {
  return {
    id: entry.id,
    seq: stored.seq,
    machine_id: entry.machineId,
    head: entry.head,
    position: entry.position,
    kind: entry.kind,
    at: entry.at,
    received_at: stored.received_at,
    operator_id: entry.operatorId,
    job_id: entry.jobId,
    corrects: entry.corrects,
    data: entry.data,
    claimed_at: entry.claimedAt ?? null,
    ...writerColumns(entry),
  };
}

export function lineFrom(row: LineRow): LedgerLine {
  const { seq, received_at: receivedAt } = row;
  const { by, ...entry } = entryFrom(row);
  return { ...entry, seq, receivedAt, claimedAt: row.claimed_at, ...whoWrote(by) };
}

/** Who wrote it, as messages tell it. */
export const whoWrote = (by: WrittenBy | undefined) => ({
  writerId: by?.writerId ?? null,
  deviceId: by?.deviceId ?? null,
  unconfirmed: by?.unconfirmed ?? false,
});
