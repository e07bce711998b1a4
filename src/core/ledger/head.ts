import { is, kindOf } from './about-kinds.ts';
import { inLedgerOrder, type EffectiveEntry } from './entry.ts';
import { seatAt, type HeadNow, type Seat } from './head-now.ts';

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
  return kindOf(entry.kind).fold?.(head, entry) ?? head;
}

/**
 * Whether an entry that comes late may simply be added now: the head is then the same as if it had come in time.
 *
 * True for stitches sewn if all their seats had their present needle and cone already: adding stitches does
 * not depend on the order of pieces. A seat without needle or cone is not judged (a cone may have left it).
 */
export function commutes(now: HeadNow, entry: EffectiveEntry): boolean {
  if (!is(entry, 'sews') || isBeforeTurns(now, entry)) return false;
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

/** A piece of a job that was put on again since, with positions that take turns: it moved the turns of then, not these. */
const isBeforeTurns = ({ job }: HeadNow, { jobId, at }: EffectiveEntry): boolean =>
  job !== null &&
  job.id === jobId &&
  at <= job.startedAt &&
  Object.values(job.seating).some(({ turns }) => turns);

/** The head after all `entries` (effective, in ledger order), starting from `head`. */
export function foldHead(head: HeadNow, entries: readonly EffectiveEntry[]): HeadNow {
  return entries.reduce(applyEntry, head);
}
