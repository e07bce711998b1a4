import type { Ask, Mix } from './mix.ts';
import { CheapestPlaces } from './cheapest-places.ts';

/** What a position begins with and what it is for, by the mix's numbers; −1: none, or open. */
export interface Laid {
  needle: number;
  thread: number;
  /** In a block of work: its own needle and weight class have a price. */
  isBlock: boolean;
  /** Weight class of the block, by number; −1: any. */
  weight: number;
}

export interface SewnMinutes {
  /** Changing. */
  changes: number;
  /** Care for needles that are not the best. */
  penalties: number;
  /** How often a block was broken. */
  broken: number;
}

/** A displaced colour is taken to come back for this share of a tie-on times the share of jobs that ask for it. From memory. */
const regretShare = 0.5;
/**
 * Of places that cost the same, the one that has not been sewn with for longest, then by what sits there, so that where a place
 * lies decides nothing: less than any real difference.
 */
const recent = 1e-4;
const byNeedle = 1e-7;
const byThread = 1e-9;

/**
 * The changing of a mix, job by job from a head laid out so, by an operator who looks at one job at a time and has the chart on the
 * wall: each job's threads go where they cost least now (exact within the job), a broken block costs its price, a colour that lives
 * there is given away the less gladly the more jobs ask for it, and of equals the one that has rested longest goes. Nothing is put
 * back between jobs. `laid`: one place or more.
 */
export const sewFrom = (mix: Mix, laid: readonly Laid[], price: number): SewnMinutes =>
  new Sewing(mix, laid.length).run(laid, price);

/** {@link sewFrom} for one mix on so many places, as often as it is asked: its rows are made once. */
export class Sewing {
  private price = 0;
  private readonly needle: Int32Array;
  private readonly thread: Int32Array;
  private readonly own: Int32Array;
  private readonly home: Int32Array;
  /** Weight class of the block; −1: any; −2: not a block. */
  private readonly weight: Int32Array;
  private readonly regret: Float64Array;
  private readonly usedAt: Float64Array;
  private readonly taken: Uint8Array;
  /** What each ask of a job costs on each place. */
  private readonly rows: readonly Float64Array[];
  private readonly cheapest: CheapestPlaces;
  /** The needle that {@link costAt} found cheapest. */
  private into = 0;
  private told: SewnMinutes = { changes: 0, penalties: 0, broken: 0 };

  constructor(
    private readonly mix: Mix,
    places: number,
  ) {
    const most = Math.max(0, ...mix.jobs.map(({ asks }) => asks.length));
    this.rows = Array.from({ length: most }, () => new Float64Array(places));
    this.cheapest = new CheapestPlaces(most, places);
    this.own = new Int32Array(places);
    this.home = new Int32Array(places);
    this.weight = new Int32Array(places);
    this.regret = new Float64Array(places);
    this.needle = new Int32Array(places);
    this.thread = new Int32Array(places);
    this.usedAt = new Float64Array(places);
    this.taken = new Uint8Array(places);
  }

  private begin(laid: readonly Laid[], price: number): void {
    const { mix } = this;
    this.price = price;
    this.told = { changes: 0, penalties: 0, broken: 0 };
    for (let place = 0; place < laid.length; place++) {
      const { needle, thread, isBlock, weight } = laid[place]!;
      this.own[place] = this.needle[place] = needle;
      this.home[place] = this.thread[place] = thread;
      this.weight[place] = isBlock ? weight : -2;
      // How dear it is to give a position's own colour away: the more jobs ask for it, the dearer; less than any change.
      this.regret[place] = thread < 0 ? 0 : regretShare * mix.kept[1]! * mix.askedShare[thread]!;
      this.usedAt[place] = -1;
    }
  }

  /** As {@link sewFrom}. Over `limit` minutes it is broken off: what it has come to by then is told. `laid`: as many as there are places. */
  run(laid: readonly Laid[], price: number, limit = Infinity): SewnMinutes {
    this.begin(laid, price);
    const { mix, told } = this;
    for (let job = 0; job < mix.jobs.length; job++) {
      if (told.changes + told.penalties > limit) break;
      this.sew(mix.jobs[job]!.asks, job);
    }
    return told;
  }

  private sew(asks: readonly Ask[], job: number): void {
    this.taken.fill(0);
    const left = asks.filter((ask) => !this.sitsThere(ask, job));
    if (left.length === 0) return;
    left.forEach((ask, index) => this.fill(this.rows[index]!, ask));
    const at = this.cheapest.of(this.rows, left.length);
    left.forEach((ask, index) => {
      if (at[index]! >= 0) this.seat(ask, at[index]!, job);
    });
  }

  /** The best needle of the thread is there with it: nothing is done, and no other place could cost less. */
  private sitsThere(ask: Ask, job: number): boolean {
    for (let place = 0; place < this.thread.length; place++) {
      if (this.thread[place] !== ask.thread || this.taken[place]) continue;
      if (ask.penaltyOf[this.needle[place]!] !== 0 || this.breaks(place, ask, this.needle[place]!)) continue;
      this.taken[place] = 1;
      this.usedAt[place] = job;
      return true;
    }
    return false;
  }

  private breaks(place: number, ask: Ask, into: number): boolean {
    const weight = this.weight[place]!;
    return weight !== -2 && (into !== this.own[place] || (weight !== -1 && weight !== ask.weight));
  }

  /**
   * What an ask costs on a place with the needle that is cheapest there, kept in `into`: the one that is there, the block's own, or
   * the best of all. Each other costs no less than one of these.
   */
  private costAt(place: number, ask: Ask): number {
    const { mix, price } = this;
    const own = this.own[place]!;
    const there = this.needle[place]!;
    const weight = this.weight[place]!;
    const how = mix.relation[(this.thread[place]! + 1) * mix.threads.length + ask.thread]!;
    const renewed = mix.renewed[how]!;
    const always = weight >= 0 && weight !== ask.weight ? price : 0;
    const other = weight !== -2 && always === 0 ? price : 0;
    let least = renewed + ask.leastPenalty + (ask.best === own ? 0 : other);
    this.into = ask.best;
    if (own >= 0 && own !== there && renewed + ask.penaltyOf[own]! < least) {
      least = renewed + ask.penaltyOf[own]!;
      this.into = own;
    }
    if (there >= 0) {
      const kept = mix.kept[how]! + ask.penaltyOf[there]! + (there === own ? 0 : other);
      if (kept <= least) {
        least = kept;
        this.into = there;
      }
    }
    return least + always;
  }

  /** What an ask would cost on each place, Infinity on one that is taken. */
  private fill(row: Float64Array, ask: Ask): void {
    const aJob = recent / this.mix.jobs.length;
    for (let place = 0; place < row.length; place++) {
      if (this.taken[place]) {
        row[place] = Infinity;
        continue;
      }
      const gives = this.thread[place] === this.home[place] && this.thread[place] !== ask.thread;
      row[place] =
        this.costAt(place, ask) +
        (gives ? this.regret[place]! : 0) +
        aJob * this.usedAt[place]! +
        byNeedle * this.needle[place]! +
        byThread * this.thread[place]!;
    }
  }

  private seat(ask: Ask, place: number, job: number): void {
    const cost = this.costAt(place, ask);
    const { into, told } = this;
    const penalty = ask.penaltyOf[into]!;
    const breaks = this.breaks(place, ask, into);
    told.changes += cost - penalty - (breaks ? this.price : 0);
    told.penalties += penalty;
    if (breaks) told.broken++;
    this.needle[place] = into;
    this.thread[place] = ask.thread;
    this.usedAt[place] = job;
  }
}
