import { stitchesEach } from '../ledger/kinds/sewn.ts';
import { countsAsBreak, type Fault } from '../fault/faults.ts';
import { flagsOf, is } from '../ledger/about-kinds.ts';
import { isKind, sewnIn, type RunEvent } from './run-event.ts';

export interface JobOfShift {
  jobId: string | null;
  pieces: number;
  stitches: number;
  breaks: number;
  lostMs: number;
}
export interface SeatOfShift {
  head: number;
  position: number;
  stitches: number;
  breaks: number;
  /** Stops with the thread whole: not among the breaks. */
  falseStops: number;
  needles: number;
  cones: number;
  lostMs: number;
}
/** Time lost by what stopped the machine; `fault` null: a break whose kind was not said; 'stop': no break at all. */
export interface LossOfShift {
  what: Fault | null | 'stop';
  count: number;
  lostMs: number;
}
export interface Shift {
  jobs: JobOfShift[];
  seats: SeatOfShift[];
  losses: LossOfShift[];
  pieces: number;
  stitches: number;
  breaks: number;
  falseStops: number;
  lostMs: number;
  /** Pieces put on hold. */
  held: number;
  /** Pieces spoiled: stopped in the middle and sewn again, or given up in a trace. */
  spoiled: number;
  /** Needles fitted and cones mounted. */
  needles: number;
  cones: number;
}

/**
 * What a shift came to, by job, by position and by what stopped it. Seats without anything are left out; lists run from
 * the most time lost. `events` in any order; taken-back ones do not count.
 */
export function shiftOf(events: readonly RunEvent[]): Shift {
  const jobs = new Map<string | null, JobOfShift>();
  const seats = new Map<string, SeatOfShift>();
  const losses = new Map<string, LossOfShift>();
  const job = (jobId: string | null) =>
    kept(jobs, jobId, () => ({ jobId, pieces: 0, stitches: 0, breaks: 0, lostMs: 0 }));
  const seat = (head: number, position: number) =>
    kept(seats, `${head}:${position}`, () => ({
      head,
      position,
      stitches: 0,
      breaks: 0,
      falseStops: 0,
      needles: 0,
      cones: 0,
      lostMs: 0,
    }));
  let held = 0;
  let spoiled = 0;
  for (const event of events) {
    const sewn = sewnIn(event);
    if (sewn) {
      const of = job(event.jobId);
      of.stitches += stitchesEach(sewn) * sewn.heads.length;
      if (flagsOf(event.kind).sews === 'piece') of.pieces += sewn.heads.length;
      for (const head of sewn.heads)
        for (const stop of sewn.stops) seat(head, stop.position).stitches += stop.stitches;
    }
    if (event.void) continue;
    if (isKind(event, 'part_sewn') && event.data.outcome === 'spoiled') spoiled += event.data.heads.length;
    if (isKind(event, 'trace_closed') && event.data.piece === 'spoiled') spoiled++;
    if (is(event, 'losesTime')) {
      const what = is(event, 'breaks') ? event.data.fault : 'stop';
      const of = kept(losses, String(what), () => ({ what, count: 0, lostMs: 0 }));
      of.count++;
      of.lostMs += event.lostMs ?? 0;
      job(event.jobId).lostMs += event.lostMs ?? 0;
    }
    if (is(event, 'breaks')) {
      const at = seat(event.head!, event.position!);
      if (countsAsBreak(event.data.fault)) {
        job(event.jobId).breaks++;
        at.breaks++;
      } else {
        at.falseStops++;
      }
      at.lostMs += event.lostMs ?? 0;
    }
    const { fits, holds } = flagsOf(event.kind);
    if (holds) held++;
    if (fits === 'needle') seat(event.head!, event.position!).needles++;
    if (fits === 'cone') seat(event.head!, event.position!).cones++;
  }
  const all = [...jobs.values()];
  const sum = (of: (one: JobOfShift) => number) => all.reduce((total, one) => total + of(one), 0);
  return {
    jobs: all.sort((a, b) => b.stitches - a.stitches),
    seats: [...seats.values()].sort(
      (a, b) => b.lostMs - a.lostMs || b.breaks - a.breaks || b.stitches - a.stitches,
    ),
    losses: [...losses.values()].sort((a, b) => b.lostMs - a.lostMs),
    pieces: sum((one) => one.pieces),
    stitches: sum((one) => one.stitches),
    breaks: sum((one) => one.breaks),
    falseStops: [...seats.values()].reduce((total, one) => total + one.falseStops, 0),
    lostMs: sum((one) => one.lostMs),
    held,
    spoiled,
    needles: [...seats.values()].reduce((total, one) => total + one.needles, 0),
    cones: [...seats.values()].reduce((total, one) => total + one.cones, 0),
  };
}

function kept<Key, Value>(map: Map<Key, Value>, key: Key, make: () => Value): Value {
  let value = map.get(key);
  if (value === undefined) map.set(key, (value = make()));
  return value;
}
