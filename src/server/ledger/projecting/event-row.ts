import { flagsOf } from '../../../core/ledger/about-kinds.ts';
import { whoWrote, writerColumns, writtenBy } from './line.ts';
import type { EffectiveEntry, Entry, Event, EventKind } from '../../../core/ledger/entry.ts';

/** A row of the `event` table, as PostgreSQL gives it. */
export interface EventRow {
  id: string;
  machine_id: string;
  head: number | null;
  position: number | null;
  kind: EventKind;
  fault: string | null;
  at: string;
  received_at: string;
  operator_id: string | null;
  job_id: string | null;
  data: Record<string, unknown>;
  void: boolean;
  corrections: number;
  closes: string | null;
  closed_by: string | null;
  closed_at: string | null;
  lost_ms: number | null;
  changed_seq: number;
  claimed_at: string | null;
  writer_id: string | null;
  device_id: string | null;
  unconfirmed: boolean | null;
}

export const eventColumns =
  'id, machine_id, head, position, kind, fault, at, received_at, operator_id, job_id, data, void, corrections, ' +
  'closes, closed_by, closed_at, lost_ms, changed_seq, claimed_at, writer_id, device_id, unconfirmed';

/** What stands in columns of its own, to be looked for: the kind of fault, and what the entry ends. */
export function eventFields(entry: Pick<Entry, 'kind' | 'data'>): {
  fault: string | null;
  closes: string | null;
} {
  const { fault, closes } = entry.data as Record<string, unknown>;
  return {
    fault: flagsOf(entry.kind).breaks && typeof fault === 'string' ? fault : null,
    closes: typeof closes === 'string' ? closes : null,
  };
}

/** The row a core entry is kept in. Fields of the ending (closed_…, lost_ms) are kept from `before`. */
export function rowFrom(
  entry: EffectiveEntry,
  meta: { receivedAt: string; seq: number },
  before?: EventRow,
): EventRow {
  return {
    id: entry.id,
    machine_id: entry.machineId,
    head: entry.head,
    position: entry.position,
    kind: entry.kind,
    at: entry.at,
    received_at: meta.receivedAt,
    operator_id: entry.operatorId,
    job_id: entry.jobId,
    data: entry.data,
    void: entry.void,
    corrections: entry.corrections,
    ...eventFields(entry),
    closed_by: before?.closed_by ?? null,
    closed_at: before?.closed_at ?? null,
    lost_ms: before?.lost_ms ?? null,
    changed_seq: Math.max(meta.seq, before?.changed_seq ?? 0),
    claimed_at: entry.claimedAt ?? null,
    ...writerColumns(entry),
  };
}

/** The core's view of a row: what was checked when it came in has the types of its kind. */
export function effectiveFrom(row: EventRow): EffectiveEntry {
  return {
    id: row.id,
    machineId: row.machine_id,
    head: row.head,
    position: row.position,
    kind: row.kind,
    at: row.at,
    operatorId: row.operator_id,
    jobId: row.job_id,
    corrects: null,
    data: row.data,
    void: row.void,
    corrections: row.corrections,
    ...(row.claimed_at && { claimedAt: row.claimed_at }),
    ...writtenBy(row),
  } as EffectiveEntry;
}

/** The message a row is sent as: what was checked when it came in has the types of its kind. */
export function eventFrom(row: EventRow): Event {
  return {
    id: row.id,
    machineId: row.machine_id,
    head: row.head,
    position: row.position,
    kind: row.kind,
    at: row.at,
    receivedAt: row.received_at,
    operatorId: row.operator_id,
    jobId: row.job_id,
    data: row.data,
    void: row.void,
    corrections: row.corrections,
    closedBy: row.closed_by,
    closedAt: row.closed_at,
    lostMs: row.lost_ms,
    seq: row.changed_seq,
    claimedAt: row.claimed_at,
    ...whoWrote(writtenBy(row).by),
  } as Event;
}
