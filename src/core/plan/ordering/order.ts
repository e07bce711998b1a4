import { Budget } from '../model/budget.ts';
import { between, commonStep, forbidden, modelOf, type Model } from '../model/model.ts';
import type { Chains } from '../model/chain.ts';
import { FixedOrder, type FixedResult, type SearchLimits } from '../seating/fixed-order.ts';
import {
  costed,
  finishTimes,
  latenessCost,
  latenessOfRests,
  leastLateness,
  minutesLate,
  type Lateness,
} from './lateness.ts';
import { anneal, chanceOf, nearestFirst } from './local-order.ts';
import { LookAhead } from './look-ahead.ts';
import { PairSearch } from './pair-search.ts';
import { Prefix } from './prefix.ts';
import { pricesOfAll, pricesOfOrder } from '../seating/multipliers.ts';
import type { PlanProblem } from '../asked/problem.ts';
import { mostExact, quickPlan } from './quick-plan.ts';
import type { Planned } from '../seating/planned.ts';
import { mostOrdered, SetOrders } from './set-orders.ts';

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
  came?: Planned;
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
/** Orders measured in a round of the local search, by job. */
const triesPerJob = 300;
/** Assignments solved for an order that may well be no better. */
const quickWork = 40;
/** Jobs whose sets are gone through for their lateness: 2^15. */
const mostSets = 15;
/** More jobs than these are hardly ever proven: most of the time goes to the search for good orders then. */
const mostProven = 12;
const shareOfOrders = 0.7;
const leastRound = 0.1;
/** Sets of multipliers looked at beside one another. */
const bankSize = 2;

/**
 * The best order of the jobs, with its plan. A local search (annealing on a quick measure of orders) first, and alone where
 * there are many; then branch and bound over pairs of jobs (pair-search.ts), and, where due times leave something open, over
 * beginnings of orders (a beginning's bound: see prefix.ts). Stops with the best so far when `goOn` says false.
 */
export function planOrder(problem: PlanProblem, asked: OrderAsked = {}): OrderResult {
  return new OrderSearch(problem, asked).run();
}

/** Minutes of changing before each job of a plan in its model's order. */
export function changesBefore(model: Model, plan: Chains): number[] {
  const before = model.jobs.map(() => 0);
  plan.chains.forEach((chain, place) =>
    chain.forEach((request, step) => {
      const into = plan.option[request]!;
      const cost =
        step === 0
          ? model.onto[place * model.code.length + into]!
          : between(model, chain[step - 1]!, plan.option[chain[step - 1]!]!, request, into);
      before[model.nodes[request]!.job]! += cost - model.penalty[into]!;
    }),
  );
  return before;
}

/** As {@link Model.grain}, of changing and lateness together: what is late is late by sums of all these minutes. */
function grainWithLateness({ grain, jobs }: Model, { perMinute }: Lateness): number {
  const minutes = commonStep([grain, ...jobs.flatMap((job) => [job.sewMinutes, job.due ?? 0])]);
  return commonStep([grain, perMinute * minutes]);
}

const withoutChanging = (model: Model) => model.jobs.map(() => 0);

/** Whether a plan's changing makes nothing later than it is without any: then its lateness is the order's own. */
export function isAsLateAsCanBe(model: Model, plan: Chains, lateness: Lateness): boolean {
  const none = latenessCost(model.jobs, withoutChanging(model), lateness);
  return Math.abs(none - latenessCost(model.jobs, changesBefore(model, plan), lateness)) < epsilon;
}

class OrderSearch {
  private readonly all: Model;
  private readonly lateness: Lateness;
  private readonly frozen: number[];
  private readonly isDue: boolean;
  /** Minutes late of what is left, by the set of it; null: too many sets. */
  private readonly rests: Float64Array | null;
  /** For due times, where the jobs are few enough. */
  private readonly sets: SetOrders | null;
  /** Minutes late in any order that begins with the frozen jobs. */
  private readonly lateAtLeast: number;
  /** The same beginning under several multipliers: its bound is the best of theirs. */
  private bank: Prefix[] = [];
  private best!: { order: number[]; model: Model; plan: FixedResult; cost: number };
  private prices: Float64Array | null = null;
  private looked = 0;
  private stopped = false;
  private nodes = 0;
  /** The least bound of what was left unsearched. */
  private unsearched = Infinity;
  /**
   * What the orders that were planned cost at least. Their plans have the least changing and penalties; where something is
   * late, dearer needles that are quicker to come by may be late less.
   */
  private leastPlanned = Infinity;
  private readonly budget: Budget;
  /** The least step between two orders' costs. */
  private readonly grain: number;

  constructor(
    private readonly problem: PlanProblem,
    private readonly asked: OrderAsked,
  ) {
    this.all = modelOf(problem);
    this.budget = new Budget(asked);
    this.lateness = asked.lateness ?? costed;
    this.frozen = problem.jobs.slice(0, asked.frozen ?? 0).map((_, index) => index);
    this.isDue = problem.jobs.some((job) => job.due !== null);
    this.grain = this.isDue ? grainWithLateness(this.all, this.lateness) : this.all.grain;
    const free = problem.jobs.slice(this.frozen.length);
    const first = problem.jobs.slice(0, this.frozen.length);
    const clock = first.reduce((sum, job) => sum + job.sewMinutes, 0);
    this.rests = this.isDue && free.length <= mostSets ? latenessOfRests(free, clock) : null;
    const before = first.map(() => 0);
    this.sets = this.isDue && free.length <= mostOrdered ? new SetOrders(problem.jobs, this.frozen) : null;
    this.lateAtLeast =
      finishTimes(first, before).reduce((sum, at, index) => sum + minutesLate(first[index]!, at), 0) +
      (this.rests?.at(-1) ?? leastLateness(free, clock));
  }

  /** Minutes late of jobs that come behind `clock`, at least. */
  private leastLateOf(left: readonly number[], clock: number): number {
    if (this.rests) return this.rests[left.reduce((set, job) => set | (1 << (job - this.frozen.length)), 0)]!;
    const rest = left.map((index) => this.problem.jobs[index]!);
    // At the earliest each comes next; and all of them cannot.
    const next = rest.reduce((sum, job) => sum + minutesLate(job, clock + job.sewMinutes), 0);
    return Math.max(next, leastLateness(rest, clock));
  }

  run(): OrderResult {
    const indexes = this.problem.jobs.map((_, index) => index);
    const { prices } = this.asked.came
      ? this.take(indexes, this.asked.came)
      : this.evaluate(indexes, this.asked.work);
    this.bank = [new Prefix(this.all, prices)];
    this.beginWith(this.frozen);
    const free = indexes.slice(this.frozen.length);
    // Often the jobs as they stand are already as good as any order can be.
    const atFirst = this.boundOf(free);
    if (!this.closes(atFirst)) this.local(free);
    this.budget.rest();
    if (this.isTooLarge || !this.mayGoOn()) {
      const proven = this.closes(atFirst) && this.best.plan.proven && this.isInTime();
      return { ...this.best, bound: Math.min(atFirst, this.best.cost), proven, looked: this.looked };
    }
    // The multipliers of the best order known make the sharpest bounds.
    const again = this.evaluate(this.best.order, this.asked.work);
    this.prices = again.prices;
    this.bank = [new Prefix(this.all, again.prices)];
    this.beginWith(this.frozen);
    const root = Math.max(atFirst, this.boundOf(free));
    this.nodes = 0;
    const byPairs = this.searchPairs(again.prices);
    const isSettled = this.closes(Math.max(root, byPairs));
    if (!isSettled) this.branch(free, Math.max(root, byPairs));
    const searched = this.stopped ? Math.min(this.unsearched, this.best.cost) : this.best.cost;
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

  /** Nothing is late, or no later than without any changing. */
  private isInTime(): boolean {
    return this.lateCost(this.best.model, this.best.plan) < epsilon || this.sameLate();
  }

  /** Pairs of so many requests take longer than anyone waits: then what is known at first is all that is said. */
  private get isTooLarge(): boolean {
    return this.all.nodes.length > mostExact;
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
      late: (isBefore) => this.leastLateBy(isBefore),
      mayGoOn: () => this.mayGoOn(),
    });
    const root = search.run();
    return Math.max(root, Math.min(search.unsearched, this.best.cost));
  }

  /**
   * The least lateness of an order in which what is before comes before: exactly, or, of too many jobs, with each right
   * behind those that must come before it; and all of them cannot.
   */
  private leastLateBy(isBefore: (first: number, second: number) => boolean) {
    if (!this.isDue) return { cost: 0, order: null };
    if (this.sets) {
      const { late, order } = this.sets.find(isBefore);
      return { cost: this.lateness.perMinute * late, order };
    }
    let late = 0;
    this.problem.jobs.forEach((job, index) => {
      if (job.due === null) return;
      let clock = job.sewMinutes;
      this.problem.jobs.forEach((other, before) => {
        if (isBefore(before, index)) clock += other.sewMinutes;
      });
      late += minutesLate(job, clock);
    });
    return { cost: this.lateness.perMinute * Math.max(late, this.lateAtLeast), order: null };
  }

  /** Lateness might be less with dearer changes later: then the order is best, but not proven so. */
  private sameLate(): boolean {
    return isAsLateAsCanBe(this.best.model, this.best.plan, this.lateness);
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
      ...(this.best && !this.isDue && { cutoff: this.best.cost - this.all.grain + 2 * epsilon }),
    });
    if (prices0) search.begin(pricesOfOrder(this.all, order, model, prices0));
    return this.take(order, { model, plan: search.run(), prices: search.relaxation.price });
  }

  private take(
    order: readonly number[],
    { model, plan, prices }: Planned,
  ): { cost: number; prices: Float64Array } {
    const cost = plan.minutes + this.lateCost(model, plan);
    if (this.isDue) {
      const none = latenessCost(model.jobs, withoutChanging(model), this.lateness);
      this.leastPlanned = Math.min(this.leastPlanned, cost, plan.bound + none);
    }
    if (!this.best || cost < this.best.cost - epsilon) this.best = { order: [...order], model, plan, cost };
    return { cost, prices: pricesOfAll(this.all, order, model, prices) };
  }

  private lateCost(model: Model, plan: Chains): number {
    if (!this.isDue) return 0;
    return latenessCost(model.jobs, changesBefore(model, plan), this.lateness);
  }

  /** No order that begins as the prefix does can cost less. */
  private boundOf(left: readonly number[]): number {
    return Math.max(...this.bank.map((one) => this.boundBy(one, left)));
  }

  private boundBy(prefix: Prefix, left: readonly number[]): number {
    let late = 0;
    let clock = 0;
    for (const index of prefix.order) {
      const job = this.problem.jobs[index]!;
      clock += job.sewMinutes;
      late += this.lateness.perMinute * minutesLate(job, clock);
    }
    if (this.isDue) late += this.lateness.perMinute * this.leastLateOf(left, clock);
    return prefix.bound() + late;
  }

  private mayGoOn(): boolean {
    if (this.stopped) return false;
    if (++this.nodes > (this.asked.nodes ?? 400_000)) this.stopped = true;
    if (!this.budget.mayGoOn()) this.stopped = true;
    if (this.nodes % 64 === 0)
      this.asked.progress?.(this.nodes / (this.asked.nodes ?? 400_000), this.best.cost);
    return !this.stopped;
  }

  private closes(bound: number): boolean {
    return bound > this.best.cost - this.grain + epsilon;
  }

  /** `above`: a bound known for every order that begins so. */
  private branch(left: readonly number[], above: number): void {
    if (this.closes(above)) return;
    if (left.length === 0) {
      this.leaf([...this.bank[0]!.order]);
      return;
    }
    const children: { job: number; bound: number }[] = [];
    for (const job of left) {
      if (!this.mayGoOn()) {
        this.unsearched = Math.min(this.unsearched, above);
        return;
      }
      const bound = Math.max(above, this.peek(job, left));
      if (!this.closes(bound)) children.push({ job, bound });
    }
    children.sort((a, b) => a.bound - b.bound || a.job - b.job);
    for (const { job, bound } of children) {
      if (this.closes(bound)) return;
      if (this.stopped) {
        this.unsearched = Math.min(this.unsearched, bound);
        return;
      }
      this.push(job);
      this.branch(
        left.filter((one) => one !== job),
        bound,
      );
      this.pop();
    }
  }

  /** A whole order that the bound could not rule out: planned, and its multipliers taken over where they rule it out. */
  private leaf(order: number[]): void {
    const { cost, prices } = this.evaluate(order, this.asked.work, this.prices);
    this.prices = prices;
    if (cost <= this.best.cost + epsilon && Number.isFinite(cost)) return;
    const fresh = new Prefix(this.all, prices);
    for (const job of order) fresh.push(job);
    // The first stays, the newest replace one another.
    if (this.bank.length < bankSize) this.bank.push(fresh);
    else this.bank[1 + (this.looked % (bankSize - 1))] = fresh;
  }

  /** Bound of the beginning with one more job, no further than needed to see that it closes. */
  private peek(job: number, left: readonly number[]): number {
    const limit = this.best.cost - this.grain + epsilon;
    const rest = left.filter((one) => one !== job);
    let bound = -Infinity;
    for (const one of this.bank) {
      one.push(job, limit);
      bound = Math.max(bound, this.boundBy(one, rest));
      one.pop();
      if (this.closes(bound)) break;
    }
    return bound;
  }

  private push(job: number): void {
    for (const one of this.bank) one.push(job);
  }

  private pop(): void {
    for (const one of this.bank) one.pop();
  }

  private beginWith(jobs: readonly number[]): void {
    for (const job of jobs) this.push(job);
  }

  /**
   * Good orders by a quick measure of them (look-ahead.ts), from the order as it stands or the nearest-first one; the best of
   * each round is planned, and the next begins from it.
   */
  private local(free: readonly number[]): void {
    if (free.length < 2) return;
    const { jobs } = this.problem;
    const look = new LookAhead(this.all);
    const cost = (order: readonly number[]) => {
      const minutes = look.measure(order);
      if (!this.isDue || minutes >= forbidden) return minutes;
      const inOrder = order.map((index) => jobs[index]!);
      return minutes + latenessCost(inOrder, look.before, this.lateness);
    };
    const chance = chanceOf(this.asked.seed ?? 1);
    const orders = new Budget(this.asked, free.length > mostProven ? shareOfOrders : 1);
    const goOn = () => orders.mayGoOn();
    const each = triesPerJob * free.length;
    let order = [free, nearestFirst(jobs, free)]
      .map((start) => [...this.frozen, ...start])
      .reduce((a, b) => (cost(b) < cost(a) ? b : a));
    // Where there are too many jobs for a proof, the time is better spent on more orders.
    const { spent, tries: most = 2 * each } = this.asked;
    const isLong = free.length > mostProven && spent !== undefined;
    for (let tries = most; (tries > 0 || isLong) && goOn(); tries -= each) {
      // One long cooling finds better orders than several short ones.
      const begun = spent?.() ?? 0;
      const until = begun + Math.max(leastRound, shareOfOrders - begun);
      const found = anneal(order, {
        from: this.frozen.length,
        cost,
        chance,
        tries: tries > 0 ? Math.min(each, tries) : each,
        ...(isLong && { spent: () => (spent() - begun) / (until - begun) }),
        goOn,
      });
      order = found.order;
      this.evaluate(order, this.asked.work);
      this.asked.progress?.(0, this.best.cost);
    }
  }
}
