import type { NeedleAge } from '../needle/life.ts';
import type { NeedleSpec } from '../needle/label.ts';
import { inLedgerOrder, type EffectiveEntry, type Fibre, type NeedleReason } from './entry.ts';
import { entryKinds } from './kinds.ts';

/** The needle in a position. `entryId` is the ledger entry that fitted it: the needle's identity. */
export interface SeatNeedle {
  entryId: string;
  spec: NeedleSpec;
  fittedAt: string;
  reason: NeedleReason;
  age: NeedleAge;
}

/** The cone over a position. `coneId` is null when a cone of the article was mounted without naming which. */
export interface SeatCone {
  entryId: string;
  coneId: string | null;
  threadId: string;
  fibre: Fibre;
  mountedAt: string;
  stitches: number;
}

/** One position of one head and what sits on it. */
export interface Seat {
  head: number;
  position: number;
  needle: SeatNeedle | null;
  cone: SeatCone | null;
}

/** A machine's heads as they are now: every seat of every head, and the job on the machine. */
export interface HeadNow {
  seats: Seat[];
  job: { id: string; startedAt: string } | null;
  /** Cones known by name that were taken off again: stitches sewn from each. */
  shelf: Readonly<Record<string, number>>;
}

/** A machine of `heads` × `positions` before its first entry. Seats are in order of head, then position. */
export function emptyHead(heads: number, positions: number): HeadNow {
  const seats: Seat[] = [];
  for (let head = 1; head <= heads; head++) {
    for (let position = 1; position <= positions; position++)
      seats.push({ head, position, needle: null, cone: null });
  }
  return { seats, job: null, shelf: {} };
}

/**
 * The head after one more entry. Entries must come in ledger order; one that was taken back, or that does not
 * change the head (a break, a note), leaves it as it is. The given head is not changed.
 */
export function applyEntry(head: HeadNow, entry: EffectiveEntry): HeadNow {
  if (entry.void) return head;
  const fold = entryKinds[entry.kind].fold as ((head: HeadNow, entry: EffectiveEntry) => HeadNow) | undefined;
  return fold ? fold(head, entry) : head;
}

/**
 * Whether an entry that comes late may simply be added now: the head is then the same as if it had come in time.
 *
 * True for a finished piece all of whose seats had their present needle and cone already: adding stitches does
 * not depend on the order of pieces. A seat without needle or cone is not judged (a cone may have left it).
 */
export function commutes(now: HeadNow, entry: EffectiveEntry): boolean {
  if (entry.kind !== 'piece_finished' && entry.kind !== 'part_sewn') return false;
  const { heads, stops } = entry.data;
  return stops.every(({ position }) =>
    heads.every((headNo) => {
      const { needle, cone } = seatAt(now, headNo, position) ?? {};
      if (!needle || !cone) return false;
      const fitted = { at: needle.fittedAt, id: needle.entryId };
      const mounted = { at: cone.mountedAt, id: cone.entryId };
      return inLedgerOrder(fitted, entry) < 0 && inLedgerOrder(mounted, entry) < 0;
    }),
  );
}

/** The head after all `entries` (effective, in ledger order), starting from `head`. */
export function foldHead(head: HeadNow, entries: readonly EffectiveEntry[]): HeadNow {
  return entries.reduce(applyEntry, head);
}

/** The seat at `head`, `position`, or undefined when the machine has none there. */
export function seatAt(head: HeadNow, headNo: number, position: number): Seat | undefined {
  return head.seats.find((seat) => seat.head === headNo && seat.position === position);
}
