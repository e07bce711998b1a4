import { type Fibre } from '../../../core/thread/fibres.ts';
import { type NeedleReason } from '../../../core/needle/reasons.ts';
import { inLedgerOrder, type EffectiveEntry, type Entry } from '../../../core/ledger/entry.ts';
import { commutes, emptyHead } from '../../../core/ledger/head.ts';
import { type HeadNow, type JobNow, type Seat } from '../../../core/ledger/head-now.ts';
import { foldingKinds } from '../../../core/ledger/about-kinds.ts';
import type { NeedleSpec } from '../../../core/needle/label.ts';
import { rows, pipelined, type Sql } from '../../base/database.ts';
import {
  dropCheckpoints,
  foldWith,
  newestCheckpoint,
  takeBack,
  writeCheckpoints,
  type Checkpoint,
  type FoldMark,
} from './checkpoints.ts';
import { eventChunks } from './event-chunks.ts';

interface SeatRow {
  head: number;
  position: number;
  needle_entry: string | null;
  needle: NeedleSpec | null;
  needle_fitted_at: string;
  needle_reason: NeedleReason;
  needle_stitches: number;
  needle_sewing_ms: number;
  needle_metallic_ms: number;
  cone_entry: string | null;
  cone_id: string | null;
  thread_id: string;
  fibre: Fibre;
  cone_mounted_at: string;
  cone_stitches: number;
}

interface MachineNowRow {
  /** The transaction that wrote this row. */
  writer: string;
  job_id: string | null;
  job_started_at: string | null;
  job_seating: JobNow['seating'];
  folded_at: string | null;
  folded_id: string | null;
  shelf: Record<string, number>;
}

/**
 * Which transaction wrote a row, and in which life of which server: after a crash, or on the standby that took the place, a number may be given again.
 */
const writer = "xmin::text || ' ' || extract(epoch FROM pg_postmaster_start_time())";

/** A machine's head as it is kept, with how far it is folded (null: nothing yet). */
export interface KeptHead {
  now: HeadNow;
  mark: FoldMark | null;
}

/** The kept heads of every machine that the entries change. */
export async function readHeads(sql: Sql, entries: readonly Entry[]): Promise<Map<string, KeptHead>> {
  const changing = entries.filter(({ kind }) => foldingKinds.includes(kind));
  const machines = [...new Set(changing.map((entry) => entry.machineId))];
  const heads = await Promise.all(machines.map((id) => readHead(sql, id)));
  return new Map(machines.map((id, index) => [id, heads[index]!]));
}

/**
 * Heads as this process last wrote them, with the transaction that wrote them. Another process's write is a later
 * transaction on the machine_now row, so a head is read again only then.
 */
const lastWritten = new Map<string, { writer: string; head: KeptHead }>();

export async function readHead(sql: Sql, machineId: string): Promise<KeptHead> {
  const askSeats = () => rows<SeatRow>(sql, 'SELECT * FROM seat WHERE machine_id = $1', [machineId]);
  // A process that has written the machine will hardly need the seats; one that has not needs them at once.
  const [[job], early] = await Promise.all([
    rows<MachineNowRow>(
      sql,
      `SELECT ${writer} AS writer, job_id, job_started_at, job_seating, folded_at, folded_id, shelf FROM machine_now WHERE machine_id = $1`,
      [machineId],
    ),
    lastWritten.has(machineId) ? null : askSeats(),
  ]);
  // Looked at only now: the one who wrote before, and whose lock was waited for, has told it meanwhile.
  const last = lastWritten.get(machineId);
  if (job && last?.writer === job.writer) return last.head;
  const [now, seats] = await Promise.all([emptyMachine(sql, machineId), early ?? askSeats()]);
  const kept = new Map(seats.map((row) => [`${row.head}.${row.position}`, row]));
  now.seats = now.seats.map((seat) => {
    const row = kept.get(`${seat.head}.${seat.position}`);
    return row ? seatFrom(row) : seat;
  });
  if (job) now.shelf = job.shelf;
  if (job?.job_id) now.job = { id: job.job_id, startedAt: job.job_started_at!, seating: job.job_seating };
  return { now, mark: job?.folded_id ? { at: job.folded_at!, id: job.folded_id } : null };
}

/**
 * Brings one machine's seats up to date with new or changed entries. Entries that come in ledger order are
 * added to what is kept; a late or corrected one makes the fold run again from the checkpoint before it.
 * `changedFrom` is the earliest place in the ledger's order where a known entry changed (null: none did).
 * The caller holds the machine's lock; `known` is the head as it read it under that lock.
 */
export async function foldSeats(
  sql: Sql,
  machineId: string,
  fresh: EffectiveEntry[],
  changedFrom: FoldMark | null,
  known?: KeptHead,
): Promise<void> {
  const kept = known ?? (await readHead(sql, machineId));
  const inOrder = [...fresh].sort(inLedgerOrder);
  const late = inOrder.filter((entry) => kept.mark && inLedgerOrder(entry, kept.mark) < 0);
  const from = [late[0], changedFrom]
    .filter((mark) => mark !== undefined && mark !== null)
    .sort(inLedgerOrder)[0];
  if (changedFrom || !late.every((entry) => commutes(kept.now, entry))) return refold(sql, machineId, from);
  if (from) dropCheckpoints(sql, machineId, from);
  const checkpoints: Checkpoint[] = [];
  const withLate = foldWith(kept.now, late, []);
  const after = foldWith(withLate, inOrder.slice(late.length), checkpoints);
  writeCheckpoints(sql, machineId, checkpoints);
  const newest = inOrder.length > late.length ? inOrder.at(-1)! : kept.mark;
  writeHead(sql, machineId, after, newest, kept.now);
}

/**
 * Folds a machine's heads anew: from the newest checkpoint before `from`, or without it from the beginning.
 * The work is bounded by what happened since, not by the ledger's length.
 */
export async function refold(sql: Sql, machineId: string, from?: FoldMark): Promise<void> {
  const base = await takeBack(sql, machineId, from ?? null);
  let { now, mark } = base ?? { now: await emptyMachine(sql, machineId), mark: null };
  for await (const chunk of eventChunks(sql, machineId, foldingKinds, mark)) {
    const checkpoints: Checkpoint[] = [];
    now = foldWith(now, chunk, checkpoints);
    writeCheckpoints(sql, machineId, checkpoints);
    const { at, id } = chunk.at(-1)!;
    mark = { at, id };
  }
  writeHead(sql, machineId, now, mark);
}

/** A machine's heads as they were at some entry before a time: the newest checkpoint before it, or before the first entry of all. */
export async function headBefore(sql: Sql, machineId: string, before: string): Promise<KeptHead> {
  return (
    (await newestCheckpoint(sql, machineId, before)) ?? {
      now: await emptyMachine(sql, machineId),
      mark: null,
    }
  );
}

/** Heads and positions of a machine never change: asked once. */
const sizes = new Map<string, { heads: number; positions: number }>();

async function emptyMachine(sql: Sql, machineId: string): Promise<HeadNow> {
  let size = sizes.get(machineId);
  if (!size) {
    [size] = await rows<{ heads: number; positions: number }>(
      sql,
      'SELECT heads, positions FROM machine WHERE id = $1',
      [machineId],
    );
    if (size) sizes.set(machineId, size);
  }
  return emptyHead(size?.heads ?? 0, size?.positions ?? 0);
}

/**
 * Writes the seats that differ from `before` (all of them without it), the job and the mark. A seat has a row
 * when something sits on it, and none otherwise, so that the same head is always the same rows.
 */
function writeHead(sql: Sql, machineId: string, now: HeadNow, mark: FoldMark | null, before?: HeadNow): void {
  const changed = now.seats.filter((seat, index) => seat !== before?.seats[index]);
  const taken = changed.filter((seat) => seat.needle ?? seat.cone);
  if (taken.length < changed.length) {
    pipelined(
      sql,
      'DELETE FROM seat USING unnest($2::int[], $3::int[]) AS e(head, position) WHERE machine_id = $1 AND seat.head = e.head AND seat.position = e.position',
      [machineId, changed.map((seat) => seat.head), changed.map((seat) => seat.position)],
    );
  }
  if (taken.length > 0) {
    pipelined(
      sql,
      `INSERT INTO seat SELECT $1, r.* FROM jsonb_to_recordset($2) AS r(
         head smallint, position smallint, needle_entry uuid, needle jsonb, needle_fitted_at timestamptz,
         needle_reason text, needle_stitches bigint, needle_sewing_ms bigint, needle_metallic_ms bigint,
         cone_entry uuid, cone_id uuid, thread_id uuid, fibre text, cone_mounted_at timestamptz, cone_stitches bigint)
       ON CONFLICT (machine_id, head, position) DO UPDATE SET
         (needle_entry, needle, needle_fitted_at, needle_reason, needle_stitches, needle_sewing_ms, needle_metallic_ms,
          cone_entry, cone_id, thread_id, fibre, cone_mounted_at, cone_stitches) =
         (excluded.needle_entry, excluded.needle, excluded.needle_fitted_at, excluded.needle_reason,
          excluded.needle_stitches, excluded.needle_sewing_ms, excluded.needle_metallic_ms, excluded.cone_entry,
          excluded.cone_id, excluded.thread_id, excluded.fibre, excluded.cone_mounted_at, excluded.cone_stitches)`,
      [machineId, JSON.stringify(taken.map(rowOf))],
    );
  }
  const written = pipelined<{ writer: string }>(
    sql,
    `INSERT INTO machine_now (machine_id, job_id, job_started_at, job_seating, folded_at, folded_id, shelf)
     VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (machine_id) DO UPDATE SET (job_id, job_started_at, job_seating, folded_at, folded_id, shelf) =
       (excluded.job_id, excluded.job_started_at, excluded.job_seating, excluded.folded_at, excluded.folded_id, excluded.shelf)
     RETURNING ${writer} AS writer`,
    [
      machineId,
      now.job?.id ?? null,
      now.job?.startedAt ?? null,
      now.job?.seating ?? {},
      mark?.at ?? null,
      mark?.id ?? null,
      now.shelf,
    ],
  );
  // If the transaction is rolled back, no row will ever bear its number.
  void written.then(
    ([row]) => lastWritten.set(machineId, { writer: row!.writer, head: { now, mark } }),
    () => undefined,
  );
}

function rowOf({ head, position, needle, cone }: Seat) {
  return {
    head,
    position,
    needle_entry: needle?.entryId ?? null,
    needle: needle?.spec ?? null,
    needle_fitted_at: needle?.fittedAt ?? null,
    needle_reason: needle?.reason ?? null,
    needle_stitches: needle?.age.stitches ?? null,
    needle_sewing_ms: needle?.age.sewingMs ?? null,
    needle_metallic_ms: needle?.age.metallicMs ?? null,
    cone_entry: cone?.entryId ?? null,
    cone_id: cone?.coneId ?? null,
    thread_id: cone?.threadId ?? null,
    fibre: cone?.fibre ?? null,
    cone_mounted_at: cone?.mountedAt ?? null,
    cone_stitches: cone?.stitches ?? null,
  };
}

function seatFrom(row: SeatRow): Seat {
  return {
    head: row.head,
    position: row.position,
    needle:
      row.needle_entry && row.needle
        ? {
            entryId: row.needle_entry,
            spec: row.needle,
            fittedAt: row.needle_fitted_at,
            reason: row.needle_reason,
            age: {
              stitches: row.needle_stitches,
              sewingMs: row.needle_sewing_ms,
              metallicMs: row.needle_metallic_ms,
            },
          }
        : null,
    cone: row.cone_entry
      ? {
          entryId: row.cone_entry,
          coneId: row.cone_id,
          threadId: row.thread_id,
          fibre: row.fibre,
          mountedAt: row.cone_mounted_at,
          stitches: row.cone_stitches,
        }
      : null,
  };
}
