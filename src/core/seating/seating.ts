import type { JobToSeat, KeptSeat, SeatingContext, StopToSeat } from './context.ts';
import { needlesFor } from './for-stops.ts';
import { defaultSchools } from '../advice/schools.ts';
import type { EntryData } from '../ledger/entry.ts';
import { needleText } from '../needle/label.ts';
import { rotated, turnsOf, type Turn } from './turns.ts';

/** Why a stop sews where it does, the strongest first. */
export const seatedBy = {
  operator: { says: 'as said on Run' },
  feed: { says: 'the machine says' },
  fixed: { says: 'set in the job' },
  put_on: { says: 'as it was put on' },
  plan: { says: 'as planned' },
  sewn_before: { says: 'its pieces were sewn there' },
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
  /** Positions of its colour that take turns; null: there is but one, or it was said where it sews. */
  turn: Turn | null;
}

/**
 * The one answer to "which position sews each stop of this job here": what was said of the running job last (on Run, by a tick
 * of the change list, or by the machine); the operator's own position; what was recorded when it was put on; for a job ahead the
 * kept plan, where the head is as it needs; a position that carries the thread, one with an acceptable needle before others,
 * then the one that sewed the pieces of a job half sewn, then the one whose turn it is (`schools.twins`). Nothing seats a running
 * job anew by itself. In the order of `job.stops`.
 */
export function seatJob(job: JobToSeat, context: SeatingContext): SeatedStop[] {
  const running = job.id !== null && context.running?.id === job.id ? context.running : null;
  const recorded = running?.seating ?? {};
  // A plan that changes meanwhile must not move the running job.
  const plan = running ? [] : context.plan;
  const needles = needlesFor(job, context);
  const rule = { ...defaultSchools, ...context.schools, ...job.schools }.twins;
  return job.stops.map((stop) => {
    const said = recorded[stop.stop];
    const seated = (
      position: number | null,
      by: SeatedBy,
      { turn = null, planned = null }: Partial<Pick<SeatedStop, 'turn' | 'planned'>> = {},
    ) => ({
      stop: stop.stop,
      position,
      by,
      otherHeads: position === null ? [] : headsWithout(stop.threadId, position, context.seats),
      planned,
      turn,
    });
    if (said && said.by !== 'put_on') return seated(said.position, said.by);
    if (stop.position !== null) return seated(stop.position, 'fixed');
    if (said?.turns) return seated(said.position, 'put_on', { turn: { rule: 'piece', order: said.turns } });
    // Of two positions of its colour one has its turn; where there is but one, no needle need be judged for that.
    const isAlone = new Set(carrying(stop, context.seats).map((seat) => seat.position)).size < 2;
    if (said && (isAlone || rule === 'piece')) return seated(said.position, 'put_on');
    const kept = said
      ? undefined
      : plan.find((seat) => seat.job === job.id && seat.stops.includes(stop.stop));
    const why = kept ? notAsPlanned(kept, stop, context.seats) : null;
    if (kept && !why && isAlone) return seated(kept.position, 'plan');
    const best = bestOnTheHead(stop, context.seats, needles);
    const order = turnsOf(best.positions, rule, context.today);
    const turn = order.length > 1 ? { rule, order } : null;
    const turnAt = (position: number) => (order.includes(position) ? turn : null);
    if (said) return seated(said.position, 'put_on', { turn: turnAt(said.position) });
    // The card says who begins; the others follow it.
    if (kept && !why)
      return seated(kept.position, 'plan', { turn: begunAt(turnAt(kept.position), kept.position) });
    const planned = kept && why ? { position: kept.position, why } : null;
    const before = rule === 'piece' ? null : sewnBefore(job, context.machineId, stop.stop);
    if (before !== null && order.includes(before)) return seated(before, 'sewn_before', { turn, planned });
    return seated(order[0] ?? null, best.by, { turn, planned });
  });
}

/** The position of this machine that sewed a stop of the job's last piece; null: none did. */
export function sewnBefore(
  { sewnAt }: Pick<JobToSeat, 'sewnAt'>,
  machineId: string | undefined,
  stop: number,
): number | null {
  if (!sewnAt || sewnAt.machineId !== machineId) return null;
  return sewnAt.stops.find((sewn) => sewn.stop === stop)?.position ?? null;
}

/** The turns begun by one position where they go piece by piece; by week and by stitches the head itself says whose turn it is. */
const begunAt = (turn: Turn | null, position: number): Turn | null =>
  turn?.rule === 'piece' ? { ...turn, order: rotated(turn.order, turn.order.indexOf(position)) } : turn;

/** What is recorded when a job is put on: each stop's position, and who takes its turn after it piece by piece. */
export const seatsToRecord = (seated: readonly SeatedStop[]): EntryData['job_started']['seating'] =>
  seated.flatMap(({ stop, position, turn }) =>
    position === null ? [] : [{ stop, position, ...(turn?.rule === 'piece' && { turns: [...turn.order] }) }],
  );

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

const carrying = ({ threadId }: Pick<StopToSeat, 'threadId'>, seats: readonly SeatThere[]) =>
  seats.filter((seat) => seat.cone?.threadId === threadId);

/** The positions that carry the thread best: on all heads before some, with an acceptable needle before others. */
function bestOnTheHead(
  stop: StopToSeat,
  seats: readonly SeatThere[],
  needles: ReturnType<typeof needlesFor>,
): { positions: { position: number; sewn: number }[]; by: SeatedBy } {
  const positions = new Map<number, SeatThere[]>();
  for (const seat of carrying(stop, seats))
    positions.set(seat.position, [...(positions.get(seat.position) ?? []), seat]);
  if (positions.size === 0) return { positions: [], by: 'nowhere' };
  const isFor = needles(stop)?.accepts ?? (() => true);
  const candidates = [...positions].map(([position, there]) => ({
    position,
    heads: there.length,
    isFit: there.every((seat) => !seat.needle || isFor(seat.needle.spec)),
    sewn: Math.max(...there.map((seat) => seat.needle?.age.stitches ?? Infinity)),
  }));
  const heads = Math.max(...candidates.map((candidate) => candidate.heads));
  const onMost = candidates.filter((candidate) => candidate.heads === heads);
  const fit = onMost.filter((candidate) => candidate.isFit);
  return fit.length > 0 ? { positions: fit, by: 'carries' } : { positions: onMost, by: 'second_best' };
}
