import type { NeedleSpec } from '../needle/label.ts';
import type { NeedleAge } from '../needle/life.ts';
import type { NeedleReason } from '../needle/reasons.ts';
import type { Fibre } from '../thread/fibres.ts';

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

/** Who said last where a stop of the running job sews: when it was put on, on Run, or the machine by its feed. */
export type SaidBy = 'put_on' | 'operator' | 'feed';

/** Where a stop of the running job sews; `turns`: positions that take it piece by piece, that of the next piece first. */
export interface SaidSeat {
  position: number;
  by: SaidBy;
  turns?: readonly number[];
}

/** The job on the machine, with where its stops sew, by stop number. */
export interface JobNow {
  id: string;
  startedAt: string;
  seating: Readonly<Record<string, SaidSeat>>;
}

/** A machine's heads as they are now: every seat of every head, and the job on the machine. */
export interface HeadNow {
  seats: Seat[];
  job: JobNow | null;
  /** Cones known by name that were taken off again: stitches sewn from each. */
  shelf: Readonly<Record<string, number>>;
}

/** The head with every seat changed by `change`. */
export const withSeats = (now: HeadNow, change: (seat: Seat) => Seat): HeadNow => ({
  ...now,
  seats: now.seats.map(change),
});

/** The seat at `head`, `position`, or undefined when the machine has none there. */
export function seatAt(
  { seats }: { seats: readonly Seat[] },
  headNo: number,
  position: number,
): Seat | undefined {
  return seats.find((seat) => seat.head === headNo && seat.position === position);
}
