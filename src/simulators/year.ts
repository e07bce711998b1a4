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
export const yearOf = (shop: YearShop, luck: Chance): Generator<Entry> => new Year(shop, luck).entries();

interface SeatPlace {
  head: number;
  position: number;
}

/** A machine on its way through its days: the clock, who is there, what is on it, and how far each needle has come. */
class Year {
  private clock: number;
  private operatorId: string | null = null;
  private jobId: string | null = null;
  private tensionOff = 0;
  private round = 0;
  private which = -1;
  private readonly every: readonly number[];
  private readonly needles: { sewn: number; lasts: number }[][];

  constructor(
    private readonly shop: YearShop,
    private readonly luck: Chance,
  ) {
    this.clock = shop.days[0]!;
    this.every = Array.from({ length: shop.heads }, (_, index) => index + 1);
    this.needles = this.every.map(() => shop.seats.map(({ lasts }) => this.newNeedle(lasts)));
  }

  *entries(): Generator<Entry> {
    yield* this.setUp();
    const { days, speeds, operatorIds, roundsADay } = this.shop;
    for (const [dayNo, day] of days.entries()) {
      this.clock = Math.max(this.clock, day);
      const speed = speeds[dayNo % speeds.length]!;
      this.operatorId = operatorIds.length > 0 ? this.luck.pick(operatorIds) : null;
      this.tensionOff = Math.max(0, Math.min(6, this.tensionOff + this.luck.between(-1.5, 1.5)));
      for (let today = 0; today < roundsADay; today++) yield* this.sewRound(dayNo, speed);
    }
  }

  private *setUp(): Generator<Entry> {
    for (const head of this.every)
      for (const [index, { threadId, fibre }] of this.shop.seats.entries()) {
        const seat = { head, position: index + 1 };
        yield this.fit(seat, 'other');
        yield this.entry('cone_mounted', { threadId, coneId: null, fibre }, seat);
      }
  }

  /** Every head sews one piece. */
  private *sewRound(dayNo: number, speed: number): Generator<Entry> {
    const { jobs } = this.shop;
    if (this.round === 0) {
      this.which = (this.which + 1) % jobs.length;
      this.jobId = jobs[this.which]!.job.id;
      yield this.entry('job_started', {});
    }
    const { job, rounds } = jobs[this.which]!;
    for (const { position, stitches } of job.stops) {
      this.clock += (stitches / speed) * minute;
      for (const head of this.every) yield* this.sew({ head, position }, { stitches, speed, dayNo, job });
    }
    yield this.entry('piece_finished', { heads: [...this.every], speed, stops: [...job.stops] });
    this.clock += this.luck.between(1, 2) * minute;
    yield* this.planned();
    this.round = (this.round + 1) % rounds;
  }

  private *sew(
    seat: SeatPlace,
    { stitches, speed, dayNo, job }: { stitches: number; speed: number; dayNo: number; job: YearJob },
  ): Generator<Entry> {
    const needle = this.needles[seat.head - 1]![seat.position - 1]!;
    const often = breakRate({
      ...this.shop.seats[seat.position - 1]!,
      needleStitches: needle.sewn,
      speed,
      tensionOff: this.tensionOff,
    });
    const times = this.shop.troubles
      .filter(({ position, from, to }) => position === seat.position && dayNo >= from && dayNo <= to)
      .reduce((product, trouble) => product * trouble.times, job.times * this.shop.times);
    needle.sewn += stitches;
    if (needle.sewn >= needle.lasts) yield* this.ends(seat);
    else if (this.luck.next() < 1 - Math.exp(-often * times * stitches)) yield* this.breaks(seat);
  }

  private *breaks(seat: SeatPlace): Generator<Entry> {
    // A needle that breaks has come to its end: those are drawn with its life.
    const fault = drawFault(this.luck.next);
    const stopped = this.entry('break', { fault: fault === 'needle_broke' ? 'snap' : fault }, seat);
    yield stopped;
    this.clock += this.luck.between(0.7, 2.5) * minute;
    yield this.entry('sewing_again', { closes: stopped.id }, seat);
  }

  /** A needle's life is over: it breaks, or shreds and is changed for it. */
  private *ends(seat: SeatPlace): Generator<Entry> {
    const broke = this.luck.next() < breaksInTwo;
    const stopped = this.entry(
      'break',
      broke ? { fault: 'needle_broke', fragments: 'all_found' } : { fault: 'shred' },
      seat,
    );
    yield stopped;
    this.clock += this.luck.between(3, 7) * minute;
    yield this.fit(seat, broke ? 'broke' : this.luck.next() < 0.5 ? 'burr' : 'worn');
    this.clock += minute;
    yield this.entry('sewing_again', { closes: stopped.id }, seat);
  }

  private *planned(): Generator<Entry> {
    const { changeAt } = this.shop;
    if (changeAt === null) return;
    for (const [index, ofHead] of this.needles.entries())
      for (const [position, needle] of ofHead.entries())
        if (needle.sewn >= changeAt) yield this.fit({ head: index + 1, position: position + 1 }, 'worn');
  }

  private newNeedle(lasts: number) {
    return { sewn: 0, lasts: lasts * (-Math.log(1 - this.luck.next())) ** (1 / this.shop.lifeShape) };
  }

  private fit(seat: SeatPlace, reason: NeedleReason): Entry {
    const { needle, lasts } = this.shop.seats[seat.position - 1]!;
    this.needles[seat.head - 1]![seat.position - 1] = this.newNeedle(lasts);
    return this.entry('needle_fitted', { needle, reason }, seat);
  }

  private entry<K extends EntryKind>(kind: K, data: EntryData[K], seat?: SeatPlace): Entry {
    const made = {
      ...{ id: this.luck.uuid7(this.clock), machineId: this.shop.machineId, kind, data },
      ...{ at: new Date(this.clock).toISOString(), operatorId: this.operatorId, jobId: this.jobId },
      ...{ head: seat?.head ?? null, position: seat?.position ?? null, corrects: null },
    };
    this.clock += 1500;
    return made as Entry;
  }
}
