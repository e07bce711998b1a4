import type { Model } from '../model/model.ts';
import type { LateOrders } from './late-orders.ts';
import { Prefix } from './prefix.ts';

const epsilon = 1e-6;
/** Sets of multipliers looked at beside one another. */
const bankSize = 2;

/** What the search over beginnings needs of the search as a whole. */
export interface BeginningsAsked {
  /** Cost of the best order known, and whether a bound rules out that anything is better. */
  best: () => number;
  closes: (bound: number) => boolean;
  mayGoOn: () => boolean;
  isStopped: () => boolean;
  /** Plans a whole order, from these multipliers on; keeps it if it is the best. */
  evaluate: (order: number[], prices: Float64Array | null) => { cost: number; prices: Float64Array };
}

/**
 * Branch and bound over beginnings of orders: no order that begins as a prefix does can cost less than its bound, the best
 * of those under several sets of multipliers (prefix.ts).
 */
export class Beginnings {
  /** The same beginning under several multipliers. */
  private bank: Prefix[] = [];
  private leaves = 0;
  /** The least bound of what was left unsearched. */
  unsearched = Infinity;

  /** `frozen`: jobs that every order begins with. `prices`: multipliers of a good order. */
  constructor(
    private readonly all: Model,
    private readonly lates: LateOrders,
    frozen: readonly number[],
    private prices: Float64Array,
    private readonly asked: BeginningsAsked,
  ) {
    this.bank = [new Prefix(all, prices)];
    for (const job of frozen) this.push(job);
  }

  /** No order that begins as the prefixes do can cost less. */
  boundOf(left: readonly number[]): number {
    return Math.max(...this.bank.map((prefix) => this.boundBy(prefix, left)));
  }

  private boundBy(prefix: Prefix, left: readonly number[]): number {
    return prefix.bound() + this.lates.costOfBeginning(prefix.order, left);
  }

  /** `above`: a bound known for every order that begins so. */
  search(left: readonly number[], above: number): void {
    const { closes } = this.asked;
    if (closes(above)) return;
    if (left.length === 0) return this.leaf([...this.bank[0]!.order]);
    const children: { job: number; bound: number }[] = [];
    for (const job of left) {
      if (!this.asked.mayGoOn()) {
        this.unsearched = Math.min(this.unsearched, above);
        return;
      }
      const bound = Math.max(above, this.peek(job, left));
      if (!closes(bound)) children.push({ job, bound });
    }
    children.sort((a, b) => a.bound - b.bound || a.job - b.job);
    for (const { job, bound } of children) {
      if (closes(bound)) return;
      if (this.asked.isStopped()) {
        this.unsearched = Math.min(this.unsearched, bound);
        return;
      }
      this.push(job);
      this.search(
        left.filter((other) => other !== job),
        bound,
      );
      this.pop();
    }
  }

  /** A whole order that the bound could not rule out: planned, and its multipliers taken over where they rule it out. */
  private leaf(order: number[]): void {
    const { cost, prices } = this.asked.evaluate(order, this.prices);
    this.prices = prices;
    if (cost <= this.asked.best() + epsilon && Number.isFinite(cost)) return;
    const fresh = new Prefix(this.all, prices);
    for (const job of order) fresh.push(job);
    // The first stays, the newest replace one another.
    if (this.bank.length < bankSize) this.bank.push(fresh);
    else this.bank[1 + (this.leaves++ % (bankSize - 1))] = fresh;
  }

  /** Bound of the beginning with one more job, no further than needed to see that it closes. */
  private peek(job: number, left: readonly number[]): number {
    const limit = this.asked.best() - this.lates.grain + epsilon;
    const rest = left.filter((other) => other !== job);
    let bound = -Infinity;
    for (const prefix of this.bank) {
      prefix.push(job, limit);
      bound = Math.max(bound, this.boundBy(prefix, rest));
      prefix.pop();
      if (this.asked.closes(bound)) break;
    }
    return bound;
  }

  private push(job: number): void {
    for (const prefix of this.bank) prefix.push(job);
  }

  private pop(): void {
    for (const prefix of this.bank) prefix.pop();
  }
}
