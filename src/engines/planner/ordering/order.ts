import type { PlanProblem } from '../problem/problem.ts';
import { Budget } from '../model/budget.ts';
import { modelOf, type Model } from '../model/model.ts';
import { FixedOrder, type FixedResult, type SearchLimits } from '../seating/fixed-order.ts';
import { pricesOfAll, pricesOfOrder } from '../seating/multipliers.ts';
import type { OrderPlan } from '../seating/order-plan.ts';
import { Beginnings } from './beginnings.ts';
import { goodOrders } from './good-orders.ts';
import { isAsLateAsCanBe, LateOrders, lateWithoutChanging } from './late-orders.ts';
import { costed, type Lateness } from './lateness.ts';
import { PairSearch } from './pair-search.ts';
import { mostExact, quickPlan } from './quick-plan.ts';

export interface OrderAsked extends SearchLimits {
  /** The first so many jobs keep their place. */
  frozen?: number;
  lateness?: Lateness;
  /** Orders tried by chance follow from it: the same seed, the same plan, unless the clock stopped the search. */
  seed?: number;
  /** Prefixes looked at by the exact search at most; beyond, local search takes over. */
  nodes?: number;
  /** Orders tried by the local search. */
  tries?: number;
  progress?: (share: number, best: number) => void;
  /** How much of the time is used up, 0 to 1: good orders come first, their proof last. Left out: there is no limit. */
  spent?: () => number;
  /** The order as it stands, planned already. */
  came?: OrderPlan;
}

export interface OrderResult {
  /** Indexes of the problem's jobs, in sewing order. */
  order: number[];
  model: Model;
  plan: FixedResult;
  /** Change minutes and the cost of lateness; and what no order can be below. */
  cost: number;
  bound: number;
  proven: boolean;
  /** Prefixes and orders looked at. */
  looked: number;
}

const epsilon = 1e-6;
/** Assignments solved for an order that may well be no better. */
const quickWork = 40;
const mostNodes = 400_000;

/**
 * The best order of the jobs, with its plan. A local search (annealing on a quick measure of orders) first, and alone where
 * there are many; then branch and bound over pairs of jobs (pair-search.ts), and, where due times leave something open, over
 * beginnings of orders (beginnings.ts). Stops with the best so far when `goOn` says false.
 */
export function planOrder(problem: PlanProblem, asked: OrderAsked = {}): OrderResult {
  return new OrderSearch(problem, asked).run();
}

class OrderSearch {
  private readonly all: Model;
  private readonly lateness: Lateness;
  private readonly lates: LateOrders;
  private readonly frozen: number[];
  private readonly budget: Budget;
  private best!: { order: number[]; model: Model; plan: FixedResult; cost: number };
  private looked = 0;
  private stopped = false;
  private nodes = 0;
  /**
   * What the orders that were planned cost at least. Their plans have the least changing and penalties; where something is
   * late, dearer needles that are quicker to come by may be late less.
   */
  private leastPlanned = Infinity;

  constructor(
    private readonly problem: PlanProblem,
    private readonly asked: OrderAsked,
  ) {
    this.all = modelOf(problem);
    this.budget = new Budget(asked);
    this.lateness = asked.lateness ?? costed;
    this.frozen = problem.jobs.slice(0, asked.frozen ?? 0).map((_, index) => index);
    this.lates = new LateOrders(this.all, this.lateness, this.frozen);
  }

  run(): OrderResult {
    const indexes = this.problem.jobs.map((_, index) => index);
    const { prices } = this.asked.came
      ? this.take(indexes, this.asked.came)
      : this.evaluate(indexes, this.asked.work);
    const free = indexes.slice(this.frozen.length);
    // Often the jobs as they stand are already as good as any order can be.
    const atFirst = this.beginnings(prices).boundOf(free);
    if (!this.closes(atFirst)) this.local();
    this.budget.rest();
    if (this.isTooLarge || !this.mayGoOn()) {
      const proven = this.closes(atFirst) && this.best.plan.proven && this.isInTime();
      return { ...this.best, bound: Math.min(atFirst, this.best.cost), proven, looked: this.looked };
    }
    // The multipliers of the best order known make the sharpest bounds.
    const again = this.evaluate(this.best.order, this.asked.work);
    const beginnings = this.beginnings(again.prices);
    const root = Math.max(atFirst, beginnings.boundOf(free));
    this.nodes = 0;
    const byPairs = this.searchPairs(again.prices);
    const isSettled = this.closes(Math.max(root, byPairs));
    if (!isSettled) beginnings.search(free, Math.max(root, byPairs));
    const searched = this.stopped ? Math.min(beginnings.unsearched, this.best.cost) : this.best.cost;
    const bound = Math.max(
      root,
      Math.min(this.leastPlanned, Math.max(byPairs, Math.min(searched, this.best.cost))),
    );
    return {
      ...this.best,
      bound,
      // Where pairs have settled it no order has a better plan, this one included.
      proven: !this.stopped && (isSettled || this.best.plan.proven) && this.isInTime() && this.closes(bound),
      looked: this.looked,
    };
  }

  private beginnings(prices: Float64Array): Beginnings {
    return new Beginnings(this.all, this.lates, this.frozen, prices, {
      best: () => this.best.cost,
      closes: (bound) => this.closes(bound),
      mayGoOn: () => this.mayGoOn(),
      isStopped: () => this.stopped,
      evaluate: (order, its) => this.evaluate(order, this.asked.work, its),
    });
  }

  private local(): void {
    const { lateness, asked } = this;
    goodOrders(this.all, this.frozen, { ...asked, lateness, isDue: this.lates.isDue }, (order) => {
      this.evaluate(order, asked.work);
      asked.progress?.(0, this.best.cost);
    });
  }

  /** Decides pairs of jobs (see pair-search.ts). Returns a bound for every order. */
  private searchPairs(prices: Float64Array): number {
    const search = new PairSearch(this.all, {
      frozen: this.frozen,
      prefer: [...this.best.order],
      prices,
      closes: (bound) => this.closes(bound),
      best: () => this.best.cost,
      evaluate: (order, its, quickly) => {
        const { cost } = this.best;
        if (quickly) this.evaluate(order, quickWork, its);
        if (!quickly || (this.best.cost < cost && !this.best.plan.proven))
          this.evaluate(order, this.asked.work, its);
      },
      late: (isBefore) => this.lates.leastBy(isBefore),
      mayGoOn: () => this.mayGoOn(),
    });
    const root = search.run();
    return Math.max(root, Math.min(search.unsearched, this.best.cost));
  }

  /** Nothing is late, or no later than without any changing: lateness might be less with dearer changes later otherwise. */
  private isInTime(): boolean {
    const { model, plan } = this.best;
    return this.lates.costOf(model, plan) < epsilon || isAsLateAsCanBe(model, plan, this.lateness);
  }

  /** Pairs of so many requests take longer than anyone waits: then what is known at first is all that is said. */
  private get isTooLarge(): boolean {
    return this.all.nodes.length > mostExact;
  }

  /** Plans one order exactly (or well), and keeps it if it is the best. Returns its multipliers by the whole problem's options. */
  private evaluate(
    order: readonly number[],
    work = 400,
    prices0: Float64Array | null = null,
  ): { cost: number; prices: Float64Array } {
    this.looked++;
    const model = modelOf({ ...this.problem, jobs: order.map((index) => this.problem.jobs[index]!) });
    if (this.isTooLarge) {
      // One assignment of so many takes longer than a whole round of orders: each job by itself, then traded.
      const quick = quickPlan(model);
      if (quick) return this.take(order, quick);
    }
    const search = new FixedOrder(model, {
      work,
      ...(this.asked.goOn && { goOn: this.asked.goOn }),
      // A plan that cannot be better than the best order's need not be worked out.
      ...(this.best && !this.lates.isDue && { cutoff: this.best.cost - this.all.grain + 2 * epsilon }),
    });
    if (prices0) search.begin(pricesOfOrder(this.all, order, model, prices0));
    return this.take(order, { model, plan: search.run(), prices: search.relaxation.price });
  }

  private take(
    order: readonly number[],
    { model, plan, prices }: OrderPlan,
  ): { cost: number; prices: Float64Array } {
    const cost = plan.minutes + this.lates.costOf(model, plan);
    if (this.lates.isDue)
      this.leastPlanned = Math.min(
        this.leastPlanned,
        cost,
        plan.bound + lateWithoutChanging(model, this.lateness),
      );
    if (!this.best || cost < this.best.cost - epsilon) this.best = { order: [...order], model, plan, cost };
    return { cost, prices: pricesOfAll(this.all, order, model, prices) };
  }

  private mayGoOn(): boolean {
    const { nodes: most = mostNodes, progress } = this.asked;
    if (this.stopped) return false;
    if (++this.nodes > most) this.stopped = true;
    if (!this.budget.mayGoOn()) this.stopped = true;
    if (this.nodes % 64 === 0) progress?.(this.nodes / most, this.best.cost);
    return !this.stopped;
  }

  private closes(bound: number): boolean {
    return bound > this.best.cost - this.lates.grain + epsilon;
  }
}
