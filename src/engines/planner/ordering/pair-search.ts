import { alikeJobs } from './alike-jobs.ts';
import { climb } from '../seating/climb.ts';
import { forbidden, type Model } from '../model/model.ts';
import { Precedence } from './precedence.ts';
import { follows, Relaxation } from '../seating/relaxation.ts';
import { contradictions, sittingsOf } from './sittings.ts';
import { splitOption } from '../seating/split-option.ts';

type IsBefore = (first: number, second: number) => boolean;

export interface PairAsked {
  /** Jobs that come first, in this order. */
  frozen: readonly number[];
  /** An order of all jobs: where nothing decides otherwise, it is kept. */
  prefer: readonly number[];
  /** Multipliers to begin with, by the model's options. */
  prices: Float64Array;
  /** Whether nothing at this bound or above can be better than the best known. */
  closes: (bound: number) => boolean;
  best: () => number;
  /** Plans an order, with multipliers to begin with, and keeps it if it is the best. `quickly`: not to the end where it looks no better. */
  evaluate: (order: readonly number[], prices: Float64Array, quickly: boolean) => void;
  /** The cost of lateness that no order with these precedences can be below, and the order that is late least, if known. */
  late: (isBefore: IsBefore) => { cost: number; order: number[] | null };
  mayGoOn: () => boolean;
}

const rootSteps = 200;
const nodeSteps = 6;
/** Pairs of jobs tried out before one is chosen to decide. */
const mostTried = 2;

/**
 * The best order of the jobs by deciding pairs of them, one before the other. As long as nothing is decided every
 * request may follow every other job's (one thread's requests on one needle in one direction only, since a seat that
 * serves them is the same whatever their order): an assignment that is a lower bound. Its seats follow one another in
 * ways that no order allows; one such pair is decided both ways, and both are looked at. Few pairs have to be decided: a
 * seat that is never given to another thread says nothing of the order.
 */
export class PairSearch {
  private readonly precedence: Precedence;
  private readonly may: Uint8Array;
  /** Whether two requests are of one thread that stays on, at [from * requests + to]. */
  private readonly oneThread: Uint8Array;
  /** Of two jobs: 0 the first cannot come before; 1 it does in the order that requests of one thread follow; 2 it may. */
  private readonly ways: Uint8Array;
  private readonly relaxation: Relaxation;
  private readonly planned = new Set<string>();
  /** The jobs that each job is sewn in one row with. */
  private readonly blockOf: (readonly number[])[];
  private readonly lifts: Float64Array;
  private readonly tries: Int32Array;
  private meanLift = 0;
  private allTries = 0;
  /** The least bound of what was left unsearched. */
  unsearched = Infinity;
  nodes = 0;

  constructor(
    private readonly model: Model,
    private readonly asked: PairAsked,
  ) {
    const { frozen, prices } = asked;
    const requests = model.nodes.length;
    this.precedence = new Precedence(model.jobs.length);
    model.jobs.forEach((_, job) => {
      frozen.forEach((earlier, at) => {
        const isLater = !frozen.includes(job) || frozen.indexOf(job) > at;
        if (isLater && !this.precedence.has(earlier, job)) this.precedence.add(earlier, job);
      });
    });
    const { pairs, blocks } = alikeJobs(
      model,
      asked.prefer.filter((job) => !frozen.includes(job)),
    );
    for (const [first, second] of pairs)
      if (this.precedence.isOpen(first, second)) this.precedence.add(first, second);
    this.blockOf = model.jobs.map((_, job) => blocks.find((block) => block.includes(job)) ?? [job]);
    this.may = new Uint8Array(requests * requests);
    this.oneThread = oneThreads(model);
    this.lifts = new Float64Array(model.jobs.length ** 2);
    this.tries = new Int32Array(model.jobs.length ** 2);
    this.ways = new Uint8Array(model.jobs.length ** 2);
    this.follow();
    this.relaxation = new Relaxation(model, this.may);
    this.relaxation.price.set(prices);
    this.relaxation.touch(model.nodes.map((_, request) => request));
  }

  /** Searches; gives the bound without any pair decided. Afterwards no order is below the least of the best and `unsearched`. */
  run(): number {
    const first = this.relaxation.bound();
    return this.node(first, rootSteps);
  }

  private node(above: number, steps: number): number {
    const { cost: late } = this.asked.late((first, second) => this.precedence.has(first, second));
    const closes = (bound: number) => bound >= forbidden || this.asked.closes(bound + late);
    if (closes(above)) return above;
    if (!this.asked.mayGoOn()) return this.leave(above + late);
    this.nodes++;
    const { bound, clean, cheats } = climb(this.relaxation, {
      steps,
      first: above,
      level: this.asked.best,
      isClosed: closes,
      mayGoOn: this.asked.mayGoOn,
    });
    if (closes(bound)) return bound;
    const seats = sittingsOf(this.relaxation);
    const { pairs, order, isBefore } = contradictions(seats, this.precedence, this.asked.prefer);
    if (pairs.length > 0) this.decide(pairs, bound);
    else {
      // Of the orders that these seats allow, the one that is late least.
      const inTime = this.asked.late(isBefore);
      this.plan(inTime.order ?? order, !clean);
      if (closes(bound)) return bound;
      const undecided = inTime.cost > late ? this.undecided(isBefore) : [];
      if (undecided.length > 0) this.decide(undecided, bound);
      // The assignment is a plan, and yet not the best: changes delay what is late, and pairs do not settle that.
      else if (clean) this.leave(bound + late);
      // Nothing stands against an order, but a request is entered with one needle and left with another.
      else if (!splitOption(this.relaxation, cheats, () => this.node(this.relaxation.bound(), nodeSteps)))
        this.leave(bound + late);
    }
    return bound;
  }

  private plan(order: readonly number[], quickly: boolean): void {
    const key = `${order.join(' ')} ${quickly}`;
    if (!this.planned.has(key)) this.asked.evaluate(order, this.relaxation.price, quickly);
    this.planned.add(key);
  }

  /** Pairs that the seats as they are put in order, though nothing has decided it. */
  private undecided(isBefore: IsBefore): [number, number][] {
    const { count } = this.precedence;
    const pairs: [number, number][] = [];
    for (let a = 0; a < count; a++)
      for (let b = 0; b < count; b++) if (isBefore(a, b) && this.precedence.isOpen(a, b)) pairs.push([a, b]);
    return pairs;
  }

  private leave(bound: number): number {
    this.unsearched = Math.min(this.unsearched, bound);
    return bound;
  }

  /** Decides one of the pairs both ways: the one whose nearer way lifts the bound most. */
  private decide(pairs: readonly (readonly [number, number])[], above: number): void {
    let chosen = pairs[0]!;
    let most = -Infinity;
    let bounds = [above, above];
    for (const pair of this.promising(pairs)) {
      const both = [
        this.tried(...pair, () => this.relaxation.bound()),
        this.tried(pair[1], pair[0], () => this.relaxation.bound()),
      ];
      this.learn(pair, both, above);
      const worth = worthOf(Math.min(both[0]!, this.asked.best()), Math.min(both[1]!, this.asked.best()));
      if (worth <= most) continue;
      [chosen, most, bounds] = [pair, worth, both];
    }
    const ways = [
      { first: chosen[0], second: chosen[1], bound: Math.max(above, bounds[0]!) },
      { first: chosen[1], second: chosen[0], bound: Math.max(above, bounds[1]!) },
    ].sort((a, b) => a.bound - b.bound);
    for (const { first, second, bound } of ways)
      this.tried(first, second, () => {
        const now = this.relaxation.bound();
        return this.node(Math.max(bound, now), nodeSteps);
      });
  }

  /** Those that have lifted the bound most so far; one not tried yet counts as the mean of all. */
  private promising(pairs: readonly (readonly [number, number])[]): readonly (readonly [number, number])[] {
    const { count } = this.precedence;
    const mean = (first: number, second: number) => {
      const at = first * count + second;
      return this.tries[at]! > 0 ? this.lifts[at]! / this.tries[at]! : this.meanLift;
    };
    return pairs
      .map((pair) => ({ pair, worth: worthOf(mean(...pair), mean(pair[1], pair[0])) }))
      .sort((a, b) => b.worth - a.worth)
      .slice(0, mostTried)
      .map(({ pair }) => pair);
  }

  private learn([first, second]: readonly [number, number], bounds: readonly number[], above: number): void {
    const { count } = this.precedence;
    const most = this.asked.best() - above;
    for (const [at, bound] of [
      [first * count + second, bounds[0]!],
      [second * count + first, bounds[1]!],
    ] as const) {
      const lift = Math.max(0, Math.min(most, bound - above));
      this.lifts[at]! += lift;
      this.tries[at]! += 1;
      this.meanLift += (lift - this.meanLift) / ++this.allTries;
    }
  }

  /** What `look` gives while `first` is decided to come before `second`. */
  private tried(first: number, second: number, look: () => number): number {
    const fresh: number[] = [];
    for (const member of this.blockOf[first]!)
      for (const other of this.blockOf[second]!)
        if (this.precedence.isOpen(member, other)) fresh.push(...this.precedence.add(member, other));
    this.takeOver();
    const found = look();
    this.precedence.undo(fresh);
    this.takeOver();
    return found;
  }

  private takeOver(): void {
    this.relaxation.touchFollowers(this.follow());
  }

  /** Writes how requests may follow one another as things are decided; gives those for which it changed, in pairs. */
  private follow(): number[] {
    const { nodes, firstOf, jobs } = this.model;
    const { precedence, ways, may } = this;
    const count = jobs.length;
    const rank = new Int32Array(count);
    precedence.order(this.asked.prefer).forEach((job, at) => (rank[job] = at));
    const changed: number[] = [];
    for (let a = 0; a < count; a++)
      for (let b = 0; b < count; b++) {
        const way = a === b || precedence.has(b, a) ? 0 : rank[a]! < rank[b]! ? 1 : 2;
        if (ways[a * count + b] === way) continue;
        ways[a * count + b] = way;
        for (let from = firstOf[a]!; from < firstOf[a + 1]!; from++)
          for (let to = firstOf[b]!; to < firstOf[b + 1]!; to++) {
            const at = from * nodes.length + to;
            const now =
              way === 0 ? follows.never : way === 1 || !this.oneThread[at] ? follows.always : follows.renewed;
            if (may[at] === now) continue;
            may[at] = now;
            changed.push(from, to);
          }
      }
    return changed;
  }
}

/** Of the two ways to decide a pair the lesser counts first, then the other. */
const worthOf = (one: number, other: number) => Math.min(one, other) * 1000 + Math.max(one, other);

function oneThreads({ nodes }: Model): Uint8Array {
  const same = new Uint8Array(nodes.length ** 2);
  nodes.forEach((before, from) =>
    nodes.forEach((after, to) => {
      const is = [before.thread, before.leaves, after.leaves].every((thread) => thread === after.thread);
      same[from * nodes.length + to] = is ? 1 : 0;
    }),
  );
  return same;
}
