import type { JobToSeat, KeptSeat, SeatingContext, StopToSeat } from './asked.ts';
import { needlesFor } from './for-stops.ts';
import { needleText } from '../needle/label.ts';

/** Why a stop sews where it does, the strongest first. */
export const seatedBy = {
  operator: { says: 'as said on Run' },
  feed: { says: 'the machine says' },
  fixed: { says: 'set in the job' },
  put_on: { says: 'as it was put on' },
  plan: { says: 'as planned' },
  carries: { says: 'its thread is there' },
  second_best: { says: 'its thread is there, but the needle is not for it' },
  nowhere: { says: 'its thread is on no cone' },
} as const;
export type SeatedBy = keyof typeof seatedBy;

export interface SeatedStop {
  stop: number;
  /** The same on every head: the machine moves its heads to one position together. Null: nowhere. */
  position: number | null;
  by: SeatedBy;
  /** Heads on which that position does not carry the stop's thread. */
  otherHeads: readonly number[];
  /** Where the kept plan would have it, and why it is not there. */
  planned: { position: number; why: string } | null;
}

/**
 * The one answer to "which position sews each stop of this job here": what was said of the running job last (on Run, by a tick
 * of the change list, or by the machine); the operator's own position; what was recorded when it was put on; for a job ahead the
 * kept plan, where the head is as it needs; a position that carries the thread, one with an acceptable needle before others,
 * then the younger needle. Nothing seats a running job anew by itself. In the order of `job.stops`.
 */
export function seatJob(job: JobToSeat, context: SeatingContext): SeatedStop[] {
  const running = job.id !== null && context.running?.id === job.id ? context.running : null;
  const recorded = running?.seating ?? {};
  // A plan that changes meanwhile must not move the running job.
  const plan = running ? [] : context.plan;
  const needles = needlesFor(job, context);
  return job.stops.map((stop) => {
    const said = recorded[stop.stop];
    const seated = (position: number | null, by: SeatedBy, planned: SeatedStop['planned'] = null) => ({
      stop: stop.stop,
      position,
      by,
      otherHeads: position === null ? [] : headsWithout(stop.threadId, position, context.seats),
      planned,
    });
    if (said && said.by !== 'put_on') return seated(said.position, said.by);
    if (stop.position !== null) return seated(stop.position, 'fixed');
    if (said) return seated(said.position, 'put_on');
    const kept = plan.find((seat) => seat.job === job.id && seat.stops.includes(stop.stop));
    const why = kept ? notAsPlanned(kept, stop, context.seats) : null;
    if (kept && !why) return seated(kept.position, 'plan');
    const { position, by } = onTheHead(stop, context.seats, needles);
    return seated(position, by, kept && why ? { position: kept.position, why } : null);
  });
}

/** Position of each stop, in the order of the stops: {@link seatJob} where only that is asked. */
export const placesOf = (job: JobToSeat, context: SeatingContext): (number | null)[] =>
  seatJob(job, context).map((seated) => seated.position);

type SeatThere = SeatingContext['seats'][number];

function headsWithout(threadId: string, position: number, seats: readonly SeatThere[]): number[] {
  return seats
    .filter((seat) => seat.position === position && seat.cone?.threadId !== threadId)
    .map((seat) => seat.head);
}

/** Why a stop does not sew where the card says; null: it does. */
function notAsPlanned(kept: KeptSeat, stop: StopToSeat, seats: readonly SeatThere[]): string | null {
  const there = seats.filter((seat) => seat.position === kept.position);
  if (there.some((seat) => seat.cone?.threadId !== stop.threadId)) return 'another thread is there';
  const other = there.find((seat) => !seat.needle || needleText(seat.needle.spec) !== kept.needle);
  if (!other) return null;
  return other.needle ? `the needle there is ${needleText(other.needle.spec)}` : 'no needle is there';
}

/** The best position that carries the thread: all heads before some, an acceptable needle, the younger needle, the lower number. */
function onTheHead(
  stop: StopToSeat,
  seats: readonly SeatThere[],
  needles: ReturnType<typeof needlesFor>,
): { position: number | null; by: SeatedBy } {
  const positions = new Map<number, SeatThere[]>();
  for (const seat of seats)
    if (seat.cone?.threadId === stop.threadId)
      positions.set(seat.position, [...(positions.get(seat.position) ?? []), seat]);
  if (positions.size === 0) return { position: null, by: 'nowhere' };
  const isFor = needles(stop)?.accepts ?? (() => true);
  const candidates = [...positions].map(([position, there]) => ({
    position,
    heads: there.length,
    isFit: there.every((seat) => !seat.needle || isFor(seat.needle.spec)),
    sewn: Math.max(...there.map((seat) => seat.needle?.age.stitches ?? Infinity)),
  }));
  const [best] = candidates.sort(
    (a, b) =>
      b.heads - a.heads ||
      Number(b.isFit) - Number(a.isFit) ||
      (a.sewn === b.sewn ? 0 : a.sewn - b.sewn) ||
      a.position - b.position,
  );
  return { position: best!.position, by: best!.isFit ? 'carries' : 'second_best' };
}
