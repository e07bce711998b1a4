import { climb } from './climb.ts';
import { forbidden, type Model } from './model.ts';
import { Precedence } from './precedence.ts';
import { follows, Relaxation } from './relaxation.ts';
import { contradictions, seatsOf } from './seats.ts';
import { splitOption } from './split-option.ts';

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
  /** Plans an order and keeps it if it is the best. */
  evaluate: (order: readonly number[]) => void;
  /** The cost of lateness that no order with these precedences can be below. */
  late: (precedence: Precedence) => number;
  mayGoOn: () => boolean;
}

const rootSteps = 200;
const nodeSteps = 20;
/** Pairs of jobs tried out before one is chosen to decide. */
const mostTried = 6;

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
  private readonly relaxation: Relaxation;
  private readonly planned = new Set<string>();
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
      frozen.forEach((one, at) => {
        const isLater = !frozen.includes(job) || frozen.indexOf(job) > at;
        if (isLater && !this.precedence.has(one, job)) this.precedence.add(one, job);
      });
    });
    this.may = new Uint8Array(requests * requests);
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
    const late = this.asked.late(this.precedence);
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
    const seats = seatsOf(this.relaxation);
    const { pairs, order } = contradictions(seats, this.precedence, this.asked.prefer);
    if (pairs.length > 0) this.decide(pairs, bound);
    else {
      const key = order.join(' ');
      if (!this.planned.has(key)) this.asked.evaluate(order);
      this.planned.add(key);
      if (closes(bound)) return bound;
      // The assignment is a plan, and yet not the best: only lateness can be why, and pairs do not settle that.
      if (clean) this.leave(bound + late);
      // Nothing stands against an order, but a request is entered with one needle and left with another.
      else if (!splitOption(this.relaxation, cheats, () => this.node(this.relaxation.bound(), nodeSteps)))
        this.leave(bound + late);
    }
    return bound;
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
    for (const pair of pairs.slice(0, mostTried)) {
      const both = [
        this.tried(...pair, () => this.relaxation.bound()),
        this.tried(pair[1], pair[0], () => this.relaxation.bound()),
      ];
      const [less, more] = both[0]! < both[1]! ? [both[0]!, both[1]!] : [both[1]!, both[0]!];
      const worth = Math.min(less, this.asked.best()) * 1000 + Math.min(more, this.asked.best());
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

  /** What `look` gives while `first` is decided to come before `second`. */
  private tried(first: number, second: number, look: () => number): number {
    const fresh = this.precedence.add(first, second);
    this.takeOver();
    const found = look();
    this.precedence.undo(fresh);
    this.takeOver();
    return found;
  }

  private takeOver(): void {
    this.relaxation.touchFollowers(this.follow());
  }

  /** Writes how requests may follow one another as things are decided; gives the followers for which it changed. */
  private follow(): Set<number> {
    const { nodes } = this.model;
    const rank = new Int32Array(this.precedence.count);
    this.precedence.order(this.asked.prefer).forEach((job, at) => (rank[job] = at));
    const changed = new Set<number>();
    for (let from = 0; from < nodes.length; from++)
      for (let to = 0; to < nodes.length; to++) {
        const now = this.mayFollow(from, to, rank);
        const at = from * nodes.length + to;
        if (this.may[at] === now) continue;
        this.may[at] = now;
        changed.add(to);
      }
    return changed;
  }

  private mayFollow(from: number, to: number, rank: Int32Array): number {
    const [before, after] = [this.model.nodes[from]!, this.model.nodes[to]!];
    if (before.job === after.job || this.precedence.has(after.job, before.job)) return follows.never;
    const isOneThread = [before.thread, before.leaves, after.leaves].every((one) => one === after.thread);
    return !isOneThread || rank[before.job]! < rank[after.job]! ? follows.always : follows.renewed;
  }
}
