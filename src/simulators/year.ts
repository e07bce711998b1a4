import type { Chance } from '../core/base/chance.ts';
import type { Entry, EntryData, EntryKind } from '../core/ledger/entry.ts';
import type { NeedleSpec } from '../core/needle/label.ts';
import type { NeedleReason } from '../core/needle/reasons.ts';
import type { Fibre } from '../core/thread/fibres.ts';
import { breakRate, drawFault } from './break-model.ts';

/** A seat as it is set up for the whole time: its thread, and the needles it is given. */
export interface YearSeat {
  threadId: string;
  fibre: Fibre;
  needle: NeedleSpec;
  /** Thread diameter over eye width. */
  eyeFill: number;
  /** Stitches that 63 of 100 such needles do not outlast. */
  lasts: number;
}

/** A job that is sewn for some rounds: every head sews one piece a round. */
export interface YearJob {
  id: string;
  stops: readonly { stop: number; position: number; stitches: number }[];
  /** How many times as often it breaks on this cloth. */
  times: number;
}

/** Something that makes a position break more often for a while. */
export interface Trouble {
  position: number;
  times: number;
  /** Days by their number; `to` is the last one. */
  from: number;
  to: number;
}

/**
 * A machine over many working days, with all that makes it break: hidden from the rest of the product, so that what it finds can be held
 * against the truth. Breaks come by break-model.ts (needle's age, eye, fibre, speed, case), times the cloth's factor and the troubles'. Besides, each needle
 * has a life of its own (Weibull) at whose end it shreds and is changed for it, or breaks. All of it is invented.
 */
export interface YearShop {
  machineId: string;
  heads: number;
  seats: readonly YearSeat[];
  /** Jobs one after another, each for so many rounds; from the beginning again at the end. */
  jobs: readonly { job: YearJob; rounds: number }[];
  /** How many times as often anything breaks as by break-model.ts: a careful shop is below 1. */
  times: number;
  /** Stitches a minute, day by day in turn. */
  speeds: readonly number[];
  roundsADay: number;
  /** When each working day begins, ms, in order. */
  days: readonly number[];
  /** Of needles' lives: above 1 they wear. */
  lifeShape: number;
  /** Needles are changed at this age, if they last so long; null: until they give trouble. */
  changeAt: number | null;
  troubles: readonly Trouble[];
  operatorIds: readonly string[];
}

/** Of needles at the end of their life so many break; the others shred. Invented, as are the minutes. */
const breaksInTwo = 0.25;
const minute = 60_000;

/** The shop's entries in the order they happen; `luck` decides, and nothing else. */
export function* yearOf(shop: YearShop, luck: Chance): Generator<Entry> {
  const { machineId, heads, seats, jobs, speeds, days, roundsADay } = shop;
  let clock = days[0]!;
  let operatorId: string | null = null;
  let jobId: string | null = null;
  const entry = <K extends EntryKind>(
    kind: K,
    data: EntryData[K],
    seat?: { head: number; position: number },
  ) => {
    const made = {
      ...{ id: luck.uuid7(clock), machineId, kind, at: new Date(clock).toISOString() },
      ...{
        head: seat?.head ?? null,
        position: seat?.position ?? null,
        operatorId,
        jobId,
        corrects: null,
        data,
      },
    };
    clock += 1500;
    return made as Entry;
  };
  const every = Array.from({ length: heads }, (_, index) => index + 1);
  const needles = every.map(() => seats.map(({ lasts }) => newNeedle(lasts)));
  function newNeedle(lasts: number) {
    return { sewn: 0, lasts: lasts * (-Math.log(1 - luck.next())) ** (1 / shop.lifeShape) };
  }
  function fit(seat: { head: number; position: number }, reason: NeedleReason): Entry {
    const { needle, lasts } = seats[seat.position - 1]!;
    needles[seat.head - 1]![seat.position - 1] = newNeedle(lasts);
    return entry('needle_fitted', { needle, reason }, seat);
  }
  for (const head of every)
    for (const [index, { threadId, fibre }] of seats.entries()) {
      const seat = { head, position: index + 1 };
      yield fit(seat, 'other');
      yield entry('cone_mounted', { threadId, coneId: null, fibre }, seat);
    }
  let round = 0;
  let which = -1;
  let tensionOff = 0;
  for (const [dayNo, day] of days.entries()) {
    clock = Math.max(clock, day);
    const speed = speeds[dayNo % speeds.length]!;
    operatorId = shop.operatorIds.length > 0 ? luck.pick(shop.operatorIds) : null;
    tensionOff = Math.max(0, Math.min(6, tensionOff + luck.between(-1.5, 1.5)));
    for (let today = 0; today < roundsADay; today++) {
      if (round === 0) {
        which = (which + 1) % jobs.length;
        jobId = jobs[which]!.job.id;
        yield entry('job_started', {});
      }
      const { job, rounds } = jobs[which]!;
      for (const { position, stitches } of job.stops) {
        clock += (stitches / speed) * minute;
        for (const head of every) {
          const needle = needles[head - 1]![position - 1]!;
          const seat = { head, position };
          const often = breakRate({
            ...seats[position - 1]!,
            needleStitches: needle.sewn,
            speed,
            tensionOff,
          });
          const times = shop.troubles
            .filter((one) => one.position === position && dayNo >= one.from && dayNo <= one.to)
            .reduce((product, one) => product * one.times, job.times * shop.times);
          needle.sewn += stitches;
          if (needle.sewn >= needle.lasts) yield* ends(seat);
          else if (luck.next() < 1 - Math.exp(-often * times * stitches)) yield* breaks(seat);
        }
      }
      yield entry('piece_finished', { heads: every, speed, stops: [...job.stops] });
      clock += luck.between(1, 2) * minute;
      yield* planned();
      round = (round + 1) % rounds;
    }
  }

  function* breaks(seat: { head: number; position: number }): Generator<Entry> {
    // A needle that breaks has come to its end: those are drawn with its life.
    const fault = drawFault(luck.next);
    const stopped = entry('break', { fault: fault === 'needle_broke' ? 'snap' : fault }, seat);
    yield stopped;
    clock += luck.between(0.7, 2.5) * minute;
    yield entry('sewing_again', { closes: stopped.id }, seat);
  }
  function* ends(seat: { head: number; position: number }): Generator<Entry> {
    const broke = luck.next() < breaksInTwo;
    const stopped = entry(
      'break',
      broke ? { fault: 'needle_broke', fragments: 'all_found' } : { fault: 'shred' },
      seat,
    );
    yield stopped;
    clock += luck.between(3, 7) * minute;
    yield fit(seat, broke ? 'broke' : luck.next() < 0.5 ? 'burr' : 'worn');
    clock += minute;
    yield entry('sewing_again', { closes: stopped.id }, seat);
  }
  function* planned(): Generator<Entry> {
    const { changeAt } = shop;
    if (changeAt === null) return;
    for (const [index, ofHead] of needles.entries())
      for (const [position, needle] of ofHead.entries())
        if (needle.sewn >= changeAt) yield fit({ head: index + 1, position: position + 1 }, 'worn');
  }
}
