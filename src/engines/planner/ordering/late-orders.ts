import type { Chains } from '../model/chain.ts';
import { between } from '../model/change.ts';
import { commonStep, type Model } from '../model/model.ts';
import {
  finishTimes,
  latenessCost,
  latenessOfRests,
  leastLateness,
  minutesLate,
  type Lateness,
} from './lateness.ts';
import { mostOrdered, SetOrders } from './set-orders.ts';

const epsilon = 1e-6;
/** Jobs whose sets are gone through for their lateness: 2^15. */
const mostSets = 15;

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

/** Cost of a plan's lateness if nothing had to be changed for it. */
export const lateWithoutChanging = (model: Model, lateness: Lateness) =>
  latenessCost(model.jobs, withoutChanging(model), lateness);

/** Whether a plan's changing makes nothing later than it is without any: then its lateness is the order's own. */
export function isAsLateAsCanBe(model: Model, plan: Chains, lateness: Lateness): boolean {
  const none = lateWithoutChanging(model, lateness);
  return Math.abs(none - latenessCost(model.jobs, changesBefore(model, plan), lateness)) < epsilon;
}

/** What orders of the jobs are late at least, known of their beginnings or of what has to come before what. */
export class LateOrders {
  readonly isDue: boolean;
  /** The least step between two orders' costs. */
  readonly grain: number;
  /** Minutes late of what is left, by the set of it; null: too many sets. */
  private readonly rests: Float64Array | null;
  /** For due times, where the jobs are few enough. */
  private readonly sets: SetOrders | null;
  /** Minutes late in any order that begins with the frozen jobs. */
  private readonly atLeast: number;

  /** `frozen`: the jobs that keep their place, which are the first. */
  constructor(
    private readonly model: Model,
    private readonly lateness: Lateness,
    private readonly frozen: readonly number[],
  ) {
    const { jobs } = model;
    this.isDue = jobs.some((job) => job.due !== null);
    this.grain = this.isDue ? grainWithLateness(model, lateness) : model.grain;
    const free = jobs.slice(frozen.length);
    const first = jobs.slice(0, frozen.length);
    const clock = first.reduce((sum, job) => sum + job.sewMinutes, 0);
    this.rests = this.isDue && free.length <= mostSets ? latenessOfRests(free, clock) : null;
    this.sets = this.isDue && free.length <= mostOrdered ? new SetOrders(jobs, frozen) : null;
    const before = first.map(() => 0);
    this.atLeast =
      finishTimes(first, before).reduce((sum, at, index) => sum + minutesLate(first[index]!, at), 0) +
      (this.rests?.at(-1) ?? leastLateness(free, clock));
  }

  /** Cost of a plan's lateness. */
  costOf(model: Model, plan: Chains): number {
    return this.isDue ? latenessCost(model.jobs, changesBefore(model, plan), this.lateness) : 0;
  }

  /** Least cost of lateness of an order that begins with `order`, with `left` behind it. */
  costOfBeginning(order: readonly number[], left: readonly number[]): number {
    let late = 0;
    let clock = 0;
    for (const index of order) {
      const job = this.model.jobs[index]!;
      clock += job.sewMinutes;
      late += this.lateness.perMinute * minutesLate(job, clock);
    }
    return this.isDue ? late + this.lateness.perMinute * this.leastOf(left, clock) : late;
  }

  /** Minutes late of jobs that come behind `clock`, at least. */
  private leastOf(left: readonly number[], clock: number): number {
    if (this.rests) return this.rests[left.reduce((set, job) => set | (1 << (job - this.frozen.length)), 0)]!;
    const rest = left.map((index) => this.model.jobs[index]!);
    // At the earliest each comes next; and all of them cannot.
    const next = rest.reduce((sum, job) => sum + minutesLate(job, clock + job.sewMinutes), 0);
    return Math.max(next, leastLateness(rest, clock));
  }

  /**
   * The least lateness of an order in which what is before comes before: exactly, or, of too many jobs, with each right
   * behind those that must come before it; and all of them cannot.
   */
  leastBy(isBefore: (first: number, second: number) => boolean): { cost: number; order: number[] | null } {
    if (!this.isDue) return { cost: 0, order: null };
    if (this.sets) {
      const { late, order } = this.sets.find(isBefore);
      return { cost: this.lateness.perMinute * late, order };
    }
    let late = 0;
    this.model.jobs.forEach((job, index) => {
      if (job.due === null) return;
      let clock = job.sewMinutes;
      this.model.jobs.forEach((other, before) => {
        if (isBefore(before, index)) clock += other.sewMinutes;
      });
      late += minutesLate(job, clock);
    });
    return { cost: this.lateness.perMinute * Math.max(late, this.atLeast), order: null };
  }
}
