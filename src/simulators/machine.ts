import { type Fibre } from '../core/thread/fibres.ts';
import type { FeedNews } from '../core/feed/event.ts';
import { breakRate, drawFault } from './break-model.ts';

/** One colour stop as the simulated machine sews it. */
export interface SimulatedStop {
  stop: number;
  position: number;
  stitches: number;
  fibre: Fibre;
  /** Thread diameter over eye width. */
  eyeFill: number;
}

export interface SimulatedSetup {
  heads: number;
  stops: readonly SimulatedStop[];
  speed: number;
  tensionOff: number;
  /** Stitches that the needle of a seat had sewn when the machine was set up. */
  needleStitches: (head: number, position: number) => number;
  /** Uniform from 0 to 1. */
  chance: () => number;
}

/** Time that work beside the needle takes, simulated seconds: from memory. */
const colourChange = 6;
const hooping = 60;
const mending = { least: 40, most: 120 };

/**
 * A stand-in for a machine: sews a design over and over on all its heads and tells what a real one's adapter would tell.
 * Breaks come by the rates of break-model.ts. Time is simulated and passed in: {@link SimulatedMachine.advance}.
 */
export class SimulatedMachine {
  private phase: 'hooping' | 'sewing' | 'changing' | 'mending' = 'hooping';
  /** Simulated seconds left of the phase, but for sewing, which ends by stitches. */
  private left = 0;
  private at = 0;
  private inStop = 0;
  private sewn = 0;
  /** Hazard left until the next break: exponential with mean 1. */
  private patience: number;
  private readonly ages = new Map<string, number>();
  readonly told = { stitches: 0, breaks: 0, pieces: 0 };

  constructor(private readonly setup: SimulatedSetup) {
    this.patience = this.draw();
  }

  /** The machine `seconds` of simulated time later, and what it told meanwhile, in order. */
  advance(seconds: number): FeedNews[] {
    const news: FeedNews[] = [];
    let rest = seconds;
    while (rest > 1e-9) rest = this.phase === 'sewing' ? this.sew(rest, news) : this.wait(rest, news);
    if (this.phase === 'sewing') news.push({ event: 'stitches', stitches: Math.floor(this.sewn) });
    return news;
  }

  private wait(seconds: number, news: FeedNews[]): number {
    if (this.left > seconds) {
      this.left -= seconds;
      return 0;
    }
    const rest = seconds - this.left;
    if (this.phase === 'hooping') news.push({ event: 'speed', speed: this.setup.speed });
    const { stop, position } = this.setup.stops[this.at]!;
    if (this.phase !== 'mending') news.push({ event: 'colour', stop, position });
    if (this.phase !== 'changing') news.push({ event: 'start', stop, position });
    this.phase = 'sewing';
    this.left = 0;
    return rest;
  }

  private sew(seconds: number, news: FeedNews[]): number {
    const { heads, speed, stops } = this.setup;
    const stop = stops[this.at]!;
    const perSecond = speed / 60;
    const rates = Array.from({ length: heads }, (_, index) => this.rate(index + 1, stop));
    const all = rates.reduce((sum, rate) => sum + rate, 0);
    const toBreak = this.patience / all;
    const toEnd = stop.stitches - this.inStop;
    const stitches = Math.min(seconds * perSecond, toBreak, toEnd);
    this.count(stop, stitches);
    this.patience -= stitches * all;
    const rest = seconds - stitches / perSecond;
    if (stitches === toBreak) this.breakNow(news, stop, rates);
    else if (stitches === toEnd) this.endOfStop(news);
    return rest;
  }

  private count(stop: SimulatedStop, stitches: number): void {
    this.inStop += stitches;
    this.sewn += stitches;
    for (let head = 1; head <= this.setup.heads; head++) {
      const seat = `${head}:${stop.position}`;
      this.ages.set(seat, (this.ages.get(seat) ?? 0) + stitches);
    }
    this.told.stitches += stitches * this.setup.heads;
  }

  private rate(head: number, stop: SimulatedStop): number {
    const { speed, tensionOff, needleStitches } = this.setup;
    const before = needleStitches(head, stop.position) + (this.ages.get(`${head}:${stop.position}`) ?? 0);
    return breakRate({ ...stop, needleStitches: before, speed, tensionOff });
  }

  private breakNow(news: FeedNews[], { position }: SimulatedStop, rates: readonly number[]): void {
    const { chance } = this.setup;
    let draw = chance() * rates.reduce((sum, rate) => sum + rate, 0);
    const head =
      1 +
      Math.max(
        0,
        rates.findIndex((rate) => (draw -= rate) < 0),
      );
    const stitch = Math.floor(this.sewn);
    news.push({ event: 'stitches', stitches: stitch });
    news.push({ event: 'break', head, position, fault: drawFault(chance), stitch });
    this.told.breaks++;
    this.patience = this.draw();
    this.phase = 'mending';
    this.left = mending.least + (mending.most - mending.least) * chance();
  }

  private endOfStop(news: FeedNews[]): void {
    news.push({ event: 'stitches', stitches: Math.round(this.sewn) });
    this.inStop = 0;
    if (++this.at < this.setup.stops.length) {
      this.phase = 'changing';
      this.left = colourChange;
      return;
    }
    news.push({ event: 'piece' });
    this.told.pieces += this.setup.heads;
    this.at = 0;
    this.sewn = 0;
    this.phase = 'hooping';
    this.left = hooping;
  }

  private draw(): number {
    return -Math.log(1 - this.setup.chance());
  }
}
