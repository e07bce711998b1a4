import { UserError } from '../../../core/base/user-error.ts';
import { serveChains, type Chains } from '../model/chain.ts';
import { forbidden, modelOf, type Model } from '../model/model.ts';
import { isUsable } from '../problem/problem.ts';
import { climb } from './climb.ts';
import { mustFit } from '../model/fits.ts';
import { Relaxation } from './relaxation.ts';
import { greedyPlan } from './greedy.ts';
import { crossOver } from './cross-over.ts';
import { splitOption } from './split-option.ts';

export interface FixedResult extends Chains {
  /** No plan for this order can cost less. */
  bound: number;
  proven: boolean;
  /** Assignments solved on the way. */
  work: number;
}

export interface SearchLimits {
  /** Assignments solved at most. */
  work?: number;
  /** Asked now and then: false stops with the best so far. */
  goOn?: () => boolean;
  /** Enough: stop when the bound shows that this cannot be reached. */
  cutoff?: number;
}

const epsilon = 1e-6;
const mostWork = 6000;
const rootSteps = 260;
const nodeSteps = 24;
const balancePasses = 3;

/**
 * The best plan for jobs in the given order. With one acceptable needle a request and no locks the assignment is
 * already it. Otherwise: multipliers until the bound meets a plan, then branch and bound on the option of one
 * request after another. `proven` is true when no plan can be better; else the answer lies within `minutes - bound`.
 * Throws PlanDoesNotFit when no plan exists.
 */
export function planFixedOrder(model: Model, limits: SearchLimits = {}): FixedResult {
  return new FixedOrder(model, limits).run();
}

/** The search for the best plan of one order: {@link planFixedOrder}, step by step. */
export class FixedOrder {
  readonly relaxation: Relaxation;
  private best: Chains | null = null;
  private begun = false;
  work = 0;
  /** How often chains were settled in vain since the best plan was last bettered. */
  private fruitless = 0;
  private stopped = false;

  constructor(
    private readonly model: Model,
    private readonly limits: SearchLimits,
  ) {
    this.relaxation = new Relaxation(model);
  }

  /** Begins with multipliers found before, for an order like this one. */
  begin(prices: Float64Array): void {
    this.relaxation.price.set(prices);
    this.relaxation.touch(this.model.nodes.map((_, request) => request));
    this.begun = true;
  }

  run(): FixedResult {
    const first = this.relaxation.bound();
    this.work++;
    if (first >= forbidden) throw doesNotFit(this.model);
    const { cutoff = Infinity } = this.limits;
    // Where nobody can cheat (one needle each, no locks) the assignment is the plan.
    const served = serveChains(this.model, this.relaxation.chains());
    if (served && served.minutes <= first + epsilon)
      return { ...served, bound: served.minutes, proven: true, work: this.work };
    if (first < cutoff - epsilon && !this.begun) this.beginWithPlans();
    const root = this.improve(rootSteps, this.begun ? first : this.lift(this.startUnbound(first)));
    if (!this.isClosed(root.bound)) this.branch(root);
    if (!this.best && Number.isFinite(cutoff))
      return {
        chains: [],
        option: new Int32Array(0),
        minutes: Infinity,
        bound: cutoff,
        proven: false,
        work: this.work,
      };
    if (!this.best) this.noteGreedy();
    const best = this.best;
    if (!best) throw doesNotFit(this.model);
    const { minutes } = best;
    // Given up at the cutoff: all that is known is that nothing better than it was there.
    const least = this.stopped ? root.bound : Math.min(minutes, cutoff);
    const bound = roundUp(Math.min(least, minutes), this.model.grain, minutes);
    return { ...best, bound, proven: bound > minutes - this.model.grain + epsilon, work: this.work };
  }

  /** Two plans to begin with: job by job the cheapest, and what the first assignment makes of it. */
  private beginWithPlans(): void {
    this.noteGreedy();
    this.note(this.settle(true));
  }

  private noteGreedy(): void {
    const greedy = greedyPlan(this.model);
    if (greedy) this.note(crossOver(this.model, greedy.chains) ?? greedy);
  }

  /** Whether nothing below this bound can be better than the best plan known. */
  private isClosed(bound: number): boolean {
    if (this.limits.cutoff !== undefined && bound >= this.limits.cutoff - epsilon) return true;
    return this.best !== null && bound > this.best.minutes - this.model.grain + epsilon;
  }

  private mayGoOn(): boolean {
    if (this.stopped) return false;
    if (this.work >= (this.limits.work ?? mostWork)) this.stopped = true;
    // Asked every time: one assignment of many hundred requests takes a good part of a second.
    if (this.limits.goOn && !this.limits.goOn()) this.stopped = true;
    return !this.stopped;
  }

  /**
   * Locks, pins, wishes and blocks make the multipliers hard to find, so they are first found for the head without any: its
   * best plan is a bound too, and an option is worth about the same in every lane.
   */
  private startUnbound(first: number): number {
    const { relaxation, model } = this;
    if (model.lanes === 1 || this.isClosed(first)) return first;
    const { positions, jobs } = model.problem;
    const unbound = modelOf({
      ...model.problem,
      breaking: 0,
      positions: positions.map((position) => (isUsable(position) ? { ...position, use: 'free' } : position)),
      jobs: jobs.map((job) => ({
        ...job,
        requests: job.requests.map((request) => ({ ...request, at: null })),
      })),
    });
    const { work = mostWork } = this.limits;
    const search = new FixedOrder(unbound, { ...this.limits, work: Math.min(400, work) });
    search.run();
    this.work += search.work;
    const priceOf = (request: number, needle: string) => {
      for (let option = unbound.start[request]!; option < unbound.start[request + 1]!; option++)
        if (unbound.needles[unbound.needle[option]!] === needle) return search.relaxation.price[option]!;
      return 0;
    };
    model.nodes.forEach((node, request) =>
      node.options.forEach(({ needle }, option) => {
        relaxation.price[model.start[request]! + option] = priceOf(request, model.needles[needle]!);
      }),
    );
    return this.retouch(first);
  }

  /** Takes new multipliers when the bound is better with them; else none. */
  private retouch(first: number): number {
    const { relaxation, model } = this;
    const all = model.nodes.map((_, request) => request);
    relaxation.touch(all);
    const now = relaxation.bound();
    this.work++;
    if (now >= first) return now;
    relaxation.price.fill(0);
    relaxation.touch(all);
    return relaxation.bound();
  }

  /** A few balancing passes: quick, but they stop short of the best bound. */
  private lift(first: number): number {
    if (this.isClosed(first)) return first;
    let now = first;
    for (let pass = 0; pass < balancePasses; pass++) {
      this.relaxation.balance(pass % 2 === 1);
      now = this.relaxation.bound();
      this.work++;
      if (this.isClosed(now)) break;
    }
    return now;
  }

  private note(plan: Chains | null): void {
    if (plan && (!this.best || plan.minutes < this.best.minutes - epsilon)) this.best = plan;
  }

  /** Climbs to the best bound, noting the plans met on the way. */
  private improve(steps: number, first: number): { bound: number; cheats: Float64Array } {
    const { clean, ...found } = climb(this.relaxation, {
      steps,
      first,
      isClosed: (bound) => this.isClosed(bound),
      mayGoOn: () => this.mayGoOn(),
      level: () => this.best?.minutes ?? Infinity,
      look: (step, cheating) => {
        // An order begun with multipliers is often closed by its bound in a few steps.
        if (this.begun && step < 24) return;
        // The fewer cheat, the nearer the chains are to a plan. Where trading has not helped for long, it is tried seldom.
        const few = cheating < 12;
        const every = this.fruitless < 16 ? 4 : 8;
        if (step % every !== 0) return;
        const before = this.best?.minutes;
        this.note(this.settle(few || step % 12 === 0));
        this.fruitless = this.best?.minutes === before ? this.fruitless + 1 : 0;
      },
      solved: () => this.work++,
    });
    if (clean) this.note(serveChains(this.model, this.relaxation.chains()));
    return found;
  }

  /** A plan from the assignment's chains, bettered when it is not far from the best. */
  private settle(better: boolean): Chains | null {
    const chains = this.relaxation.chains();
    // Without an assignment (search closed too much) the chains are not whole.
    if (chains.reduce((sum, chain) => sum + chain.length, 0) < this.model.nodes.length) return null;
    const served = serveChains(this.model, chains);
    const near = !served || !this.best || served.minutes < this.best.minutes * 1.1 + 4;
    return better && near ? crossOver(this.model, chains) : served;
  }

  /** Either a request keeps the option that the best plan serves it with, or it has one of the others. */
  private branch({ bound, cheats }: { bound: number; cheats: Float64Array }): void {
    if (bound >= forbidden || this.isClosed(bound) || !this.mayGoOn()) return;
    // Where every option is fixed the assignment is exact, and `improve` has noted it.
    splitOption(this.relaxation, cheats, () => {
      if (this.stopped) return;
      this.work++;
      const now = this.relaxation.bound();
      if (now < forbidden && !this.isClosed(now)) this.branch(this.improve(nodeSteps, now));
    });
  }
}

/** A bound lifted to the next cost that a plan can have. */
function roundUp(bound: number, grain: number, most: number): number {
  return Math.min(most, Math.max(0, Math.ceil(bound / grain - 1e-6) * grain));
}

/** Why no plan was found: a job that does not fit, or, where all do, minutes beyond all measure. */
function doesNotFit(model: Model): UserError {
  mustFit(model);
  return new UserError(
    'PlanTooDear',
    'The minutes of these changes add up to more than can be planned with. Write smaller ones.',
  );
}
