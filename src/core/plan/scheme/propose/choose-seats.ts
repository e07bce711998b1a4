import { chance } from '../../../base/chance.ts';
import { setUpEstimate, setUpShare } from './set-up.ts';
import { Sewing, type Laid } from './sewing.ts';
import { unfit, type Mix } from './mix.ts';

/** A needle with the thread that lives on it, by the mix's numbers. */
export interface SeatChoice {
  needle: number;
  thread: number;
}

export interface ChooseHooks {
  /** Asked now and then: false ends the search with the best so far. */
  goOn?: () => boolean;
  progress?: (share: number) => void;
  seed?: number;
  /** What sits on the head now: what it takes to get from there counts a little. */
  now?: readonly Laid[];
}

/** What one block more is worth in minutes: each is a needle more to keep in mind. From memory. */
const blockMinutes = 1.5;
const mostSweeps = 2;
/** So often some seats are taken out and put in anew, so many at once. */
const rounds = 20;
const takenOut = 4;
const tiny = 1e-9;

const blank: Laid = { needle: -1, thread: -1, isBlock: false, weight: -1 };
export const laidOf = (mix: Mix, { needle, thread }: SeatChoice): Laid => ({
  needle,
  thread,
  isBlock: true,
  weight: mix.weightOf[thread]!,
});
export const oddSeats = (needle: number, count: number): Laid[] =>
  Array.from({ length: count }, () => ({ ...blank, needle }));

/** Each thread with every needle that is the best for some job, and with the one that suits all its jobs best together. */
export function candidatesOf({ jobs, threads }: Mix): SeatChoice[] {
  return threads.flatMap((_, thread) => {
    const asks = jobs.flatMap((job) => job.asks.filter((ask) => ask.thread === thread));
    const needles = new Set(asks.flatMap(({ ways }) => ways.map(({ needle }) => needle)));
    const together = [...needles].map((needle) => ({
      needle,
      penalty: asks.reduce((sum, ask) => sum + Math.min(unfit, ask.penaltyOf[needle]!), 0),
    }));
    const least = Math.min(...together.map(({ penalty }) => penalty));
    return together
      .filter(
        ({ needle, penalty }) =>
          penalty === least || asks.some((ask) => ask.penaltyOf[needle] === ask.leastPenalty),
      )
      .map(({ needle }): SeatChoice => ({ thread, needle }));
  });
}

/** What seats come to, in minutes over the mix: changing, care for second-best needles, blocks to keep in mind; above `limit` not all of it. */
export function worthOf(sewing: Sewing, laid: readonly Laid[], price: number, limit = Infinity): number {
  const kept = blockMinutes * blocksIn(laid);
  const { changes, penalties } = sewing.run(laid, price, limit - kept);
  return changes + penalties + kept;
}

/** How many blocks seats come to: one for each needle with each weight class. */
function blocksIn(laid: readonly Laid[]): number {
  let count = 0;
  for (let at = 0; at < laid.length; at++) {
    const { isBlock, needle, weight } = laid[at]!;
    if (!isBlock) continue;
    let before = 0;
    while (!(laid[before]!.isBlock && laid[before]!.needle === needle && laid[before]!.weight === weight))
      before++;
    if (before === at) count++;
  }
  return count;
}

/**
 * The `count` seats with which the mix costs fewest minutes: one after the other the one that saves most, then each exchanged for
 * any other and each needle for another one until nothing is gained, then again and again a few taken out and put in anew. The
 * best that was met: not proven. `fixed`: threads that are there whatever they save, the first of those given back, with the needle
 * that turned out best. `from`: seats to begin with, if that comes out better. `seed`: which ones are taken out.
 */
export function chooseSeats(
  mix: Mix,
  count: number,
  { odd, price, fixed = [], from = null }: ChooseAsked,
  { goOn = () => true, progress, seed = 1, now = [] }: ChooseHooks = {},
): Chosen {
  const search = new SeatSearch(mix, count, { odd, price, fixed: fixed.length, now });
  const luck = chance(seed);
  let best = search.exchanged(search.filled(fixed));
  if (from) {
    const other = search.exchanged(search.filled(from));
    if (other.cost < best.cost - tiny) best = other;
  }
  for (let round = 0; round < rounds && goOn(); round++) {
    progress?.(round / rounds);
    const out = new Set(Array.from({ length: takenOut }, () => Math.floor(luck.between(0, count))));
    const left = best.seats.filter((_, at) => at < fixed.length || !out.has(at));
    const again = search.otherNeedles(search.filled(left));
    if (again.cost < best.cost - tiny) best = search.exchanged(again);
  }
  return best;
}

interface ChooseAsked {
  /** Positions for odd colours. */
  odd: readonly Laid[];
  /** Minutes of breaking a block. */
  price: number;
  fixed?: readonly SeatChoice[];
  from?: readonly SeatChoice[] | null;
}

/** Seats with what they come to in minutes. */
export interface Chosen {
  seats: SeatChoice[];
  cost: number;
}

class SeatSearch {
  private readonly candidates: readonly SeatChoice[];
  private readonly sewing: Sewing;

  constructor(
    private readonly mix: Mix,
    private readonly count: number,
    /** `fixed`: the first so many stay as they are but for their needle. */
    private readonly asked: { odd: readonly Laid[]; price: number; fixed: number; now: readonly Laid[] },
  ) {
    this.candidates = candidatesOf(mix);
    this.sewing = new Sewing(mix, count + asked.odd.length);
  }

  private costOf(seats: readonly SeatChoice[], limit: number): number {
    const open = Array.from({ length: this.count - seats.length }, () => blank);
    const laid = [...seats.map((seat) => laidOf(this.mix, seat)), ...open, ...this.asked.odd];
    const setUp = this.asked.now.length > 0 ? setUpShare * setUpEstimate(this.mix, this.asked.now, laid) : 0;
    return setUp + worthOf(this.sewing, laid, this.asked.price, limit - setUp);
  }

  private bestOf(ways: Iterable<SeatChoice[]>, from: Chosen): Chosen {
    let best = from;
    for (const seats of ways) {
      const cost = this.costOf(seats, best.cost);
      if (cost < best.cost - tiny) best = { seats, cost };
    }
    return best;
  }

  /** Filled up, one after the other, with the seat that saves most. */
  filled(seats: readonly SeatChoice[]): Chosen {
    let now: Chosen = { seats: [...seats], cost: Infinity };
    while (now.seats.length < this.count && this.candidates.length > 0) {
      const { seats: before } = now;
      now = this.bestOf(
        this.candidates.map((candidate) => [...before, candidate]),
        { seats: before, cost: Infinity },
      );
    }
    return now;
  }

  /** Each seat exchanged for any other, until nothing is gained. */
  exchanged(from: Chosen): Chosen {
    let now = from;
    for (let sweep = 0; sweep < mostSweeps; sweep++) {
      const before = now.cost;
      for (let at = this.asked.fixed; at < now.seats.length; at++) {
        const { seats } = now;
        now = this.bestOf(
          this.candidates.map((candidate) => seats.map((seat, index) => (index === at ? candidate : seat))),
          now,
        );
      }
      now = this.otherNeedles(now);
      if (now.cost > before - tiny) break;
    }
    return now;
  }

  /** One needle exchanged for another wherever it sits, where the threads there may be sewn with that one. */
  otherNeedles(from: Chosen): Chosen {
    return this.bestOf(withOtherNeedle(this.mix, from.seats), from);
  }
}

/** The seats with one needle exchanged for another wherever it sits, where some job takes the thread with that one. */
function* withOtherNeedle(mix: Mix, seats: readonly SeatChoice[]): Generator<SeatChoice[]> {
  const may = (thread: number, needle: number) =>
    mix.jobs.some(({ asks }) =>
      asks.some((ask) => ask.thread === thread && ask.penaltyOf[needle]! < Infinity),
    );
  for (const from of new Set(seats.map(({ needle }) => needle)))
    for (let to = 0; to < mix.needles.length; to++) {
      if (to === from || !seats.some(({ needle, thread }) => needle === from && may(thread, to))) continue;
      yield seats.map((seat) =>
        seat.needle === from && may(seat.thread, to) ? { ...seat, needle: to } : seat,
      );
    }
}
