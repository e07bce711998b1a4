import { Budget } from '../model/budget.ts';
import { Refusal } from '../../base/refusal.ts';
import { greedyPlan } from '../seating/greedy.ts';
import { costed, leastLateness, timesOf, type JobTimes, type Lateness } from '../ordering/lateness.ts';
import type { ChangeMinutes } from '../asked/minutes.ts';
import { modelOf, type Model } from '../model/model.ts';
import { changesBefore, planOrder } from '../ordering/order.ts';
import { Prefix } from '../ordering/prefix.ts';
import type { PlanJob, PlanPosition, PlanProblem } from '../asked/problem.ts';
import { shareWhereFull } from '../asked/turns.ts';

/** A machine that jobs may be given to, with each job as it would be sewn there. */
export interface ShareMachine {
  id: string;
  name: string;
  positions: readonly PlanPosition[];
  /** By job of the problem: its requests and sewing minutes on this machine. */
  jobs: readonly PlanJob[];
}

export interface ShareProblem {
  machines: readonly ShareMachine[];
  classes: Readonly<Record<string, string>>;
  minutes: ChangeMinutes;
  /** Jobs that stay where they are, by job id: the machine's id. They are sewn there first, in this order. */
  stays: Readonly<Record<string, string>>;
}

export interface ShareAsked {
  lateness?: Lateness;
  /** What a sewing minute less on the busiest machine is worth, in minutes of changing. */
  spanWeight?: number;
  /** Asked between steps: false stops with the best so far. */
  goOn?: () => boolean;
  /** How much of the time is used up, 0 to 1. */
  spent?: () => number;
  progress?: (share: number, best: number) => void;
}

/** What one machine gets. */
export interface Shared {
  machine: string;
  /** In sewing order. */
  jobs: JobTimes[];
}

export interface ShareOutcome {
  machines: Shared[];
  /** Changing, penalties of second-best needles, lateness, and the busiest machine's minutes at their weight. */
  cost: number;
  bound: number;
  proven: boolean;
  /** Splits looked at to the end. */
  looked: number;
}

/** Ten sewing minutes less on the busiest machine are worth a minute of changing: from memory, a setting. */
export const defaultSpanWeight = 0.1;

const epsilon = 1e-6;
/** Prefixes that the order of one machine's jobs may take. */
const orderNodes = 4000;

/**
 * Which machine sews which jobs: changing, lateness and the busiest machine's load together as small as can be.
 * Branch and bound over the jobs, the ones with most threads first; a machine's share costs at least what its jobs
 * need whatever their order (see prefix.ts), and is then planned with its best order (see order.ts). Before that a
 * good split is found by giving jobs away and exchanging them. Always says how far the split may be from the best.
 * Throws a Refusal when a job fits no machine.
 */
export function shareOut(problem: ShareProblem, asked: ShareAsked = {}): ShareOutcome {
  return new ShareSearch(problem, asked).run();
}

interface Planned {
  cost: number;
  bound: number;
  proven: boolean;
  jobs: JobTimes[];
}

class ShareSearch {
  private readonly count: number;
  /** Jobs in the order in which they are given out. */
  private readonly queue: number[];
  private readonly models: Model[];
  private readonly fixedTo: number[];
  private readonly canSew: boolean[][];
  private readonly planned = new Map<string, Planned>();
  private readonly leasts = new Map<string, number>();
  private best: { at: number[]; cost: number } | null = null;
  private open = Infinity;
  private stopped = false;
  private looked = 0;
  private asks = 0;
  private readonly budget: Budget;

  constructor(
    private readonly problem: ShareProblem,
    private readonly asked: ShareAsked,
  ) {
    this.budget = new Budget(asked);
    const { machines, stays } = problem;
    if (machines.length === 0)
      throw new Refusal('ShareNoMachine', 'There is no machine to share jobs out to. Set one up first.');
    this.count = machines[0]!.jobs.length;
    this.canSew = machines.map((machine) => machine.jobs.map((job) => fits(this.problemFor(machine, [job]))));
    this.fixedTo = machines[0]!.jobs.map((job) =>
      machines.findIndex((machine) => machine.id === stays[job.id]),
    );
    machines[0]!.jobs.forEach((job, index) => {
      if (this.placesOf(index).length > 0) return;
      throw new Refusal(
        'ShareNoPlace',
        `${job.name} fits ${this.fixedTo[index] === -1 ? 'no machine' : `not on ${machines[this.fixedTo[index]!]!.name}`}: its threads or needles have no position there. Release or unlock positions, or leave it out.`,
      );
    });
    this.models = machines.map((machine, at) =>
      modelOf(
        this.problemFor(
          machine,
          machine.jobs.filter((_, job) => this.canSew[at]![job]),
        ),
      ),
    );
    const weightOf = (job: number) => machines[0]!.jobs[job]!.requests.length;
    this.queue = machines[0]!.jobs
      .map((_, index) => index)
      .sort(
        (a, b) =>
          Number(this.fixedTo[b] !== -1) - Number(this.fixedTo[a] !== -1) ||
          weightOf(b) - weightOf(a) ||
          a - b,
      );
  }

  run(): ShareOutcome {
    this.firstSplit();
    this.exchange();
    const at = Array.from({ length: this.count }, () => -1);
    const root = this.least(at);
    this.branch(at, 0, root);
    const best = this.best!;
    const bound = Math.max(root, Math.min(best.cost, this.open));
    return {
      machines: this.problem.machines.map(({ id }, index) => ({
        machine: id,
        jobs: this.plan(index, this.jobsAt(best.at, index)).jobs,
      })),
      cost: best.cost,
      bound,
      proven: bound >= best.cost - epsilon,
      looked: this.looked,
    };
  }

  /** Job by job, in the order of the queue, to the machine that it makes dearer by the least. */
  private firstSplit(): void {
    const at = Array.from({ length: this.count }, () => -1);
    for (const job of this.queue) {
      let cheapest = { machine: this.placesOf(job)[0]!, cost: Infinity };
      for (const machine of this.placesOf(job)) {
        at[job] = machine;
        const cost = this.least(at);
        if (cost < cheapest.cost) cheapest = { machine, cost };
      }
      at[job] = cheapest.machine;
    }
    this.note(at);
  }

  /** Gives a job to another machine, or exchanges two, while the split's least cost falls; the ends are planned. */
  private exchange(): void {
    const at = [...this.best!.at];
    for (let better = true; better && this.mayGoOn();) {
      better = false;
      let least = this.least(at);
      for (const next of neighbours(at, (job) => this.placesOf(job))) {
        if (!this.mayGoOn()) break;
        const cost = this.least(next);
        if (cost >= least - epsilon) continue;
        at.splice(0, at.length, ...next);
        least = cost;
        better = true;
      }
    }
    this.note(at);
    // What the bound prefers need not be best when planned: try the neighbours that come near it, planned.
    const near = [...neighbours(this.best!.at, (job) => this.placesOf(job))]
      .filter(() => this.mayGoOn())
      .map((next) => ({ next, least: this.least(next) }))
      .filter(({ least }) => least < this.best!.cost)
      .sort((a, b) => a.least - b.least)
      .slice(0, 12);
    for (const { next } of near) if (this.mayGoOn()) this.note(next);
  }

  private branch(at: number[], depth: number, above: number): void {
    if (this.closes(above)) return;
    if (depth === this.queue.length) return this.leaf(at, above);
    const job = this.queue[depth]!;
    const children = this.placesOf(job)
      .map((machine) => {
        at[job] = machine;
        return { machine, bound: this.mayGoOn() ? Math.max(above, this.least(at)) : above };
      })
      .sort((a, b) => a.bound - b.bound);
    for (const { machine, bound } of children) {
      if (!this.mayGoOn()) {
        this.open = Math.min(this.open, above);
        break;
      }
      at[job] = machine;
      this.branch(at, depth + 1, bound);
    }
    at[job] = -1;
  }

  /** A whole split that its least cost could not rule out: planned; an order not proven best leaves a gap. */
  private leaf(at: readonly number[], above: number): void {
    const bound = Math.max(above, this.note(at));
    if (!this.closes(bound)) this.open = Math.min(this.open, bound);
  }

  private closes(bound: number): boolean {
    return this.best !== null && bound > this.best.cost - epsilon;
  }

  private mayGoOn(): boolean {
    if (this.stopped) return false;
    if (++this.asks % 8 === 0) this.asked.progress?.(0, this.best?.cost ?? Infinity);
    if (!this.budget.mayGoOn()) this.stopped = true;
    return !this.stopped;
  }

  /** Plans a split, keeps it if it is the best; returns what it costs at least. */
  private note(at: readonly number[]): number {
    this.looked++;
    const plans = this.problem.machines.map((_, machine) => this.plan(machine, this.jobsAt(at, machine)));
    const span = this.spanCost(at);
    const cost = plans.reduce((sum, one) => sum + one.cost, span);
    if (!this.best || cost < this.best.cost - epsilon) this.best = { at: [...at], cost };
    return plans.reduce((sum, one) => sum + (one.proven ? one.cost : one.bound), span);
  }

  /** What jobs given out so far cost at least, whatever becomes of the others. */
  private least(at: readonly number[]): number {
    return this.problem.machines.reduce(
      (sum, _, machine) => sum + this.leastOn(machine, this.jobsAt(at, machine)),
      this.spanCost(at),
    );
  }

  private leastOn(machine: number, jobs: readonly number[]): number {
    const key = `${machine}:${jobs.join()}`;
    let least = this.leasts.get(key);
    if (least === undefined) {
      const model = this.models[machine]!;
      const own = jobs.map((job) => this.indexIn(machine, job));
      const { perMinute } = this.asked.lateness ?? costed;
      least =
        new Prefix(model, new Float64Array(model.code.length), new Set(own)).bound() +
        perMinute * leastLateness(own.map((job) => model.jobs[job]!));
      this.leasts.set(key, least);
    }
    return least;
  }

  /** The best order of a machine's share that its search finds. */
  private plan(machine: number, jobs: readonly number[]): Planned {
    const key = `${machine}:${jobs.join()}`;
    let planned = this.planned.get(key);
    if (!planned) this.planned.set(key, (planned = this.planAnew(machine, jobs)));
    return planned;
  }

  private planAnew(at: number, jobs: readonly number[]): Planned {
    if (jobs.length === 0) return { cost: 0, bound: 0, proven: true, jobs: [] };
    const machine = this.problem.machines[at]!;
    const lateness = this.asked.lateness ?? costed;
    const first = jobs.filter((job) => this.fixedTo[job] !== -1);
    const byDue = jobs
      .filter((job) => this.fixedTo[job] === -1)
      .sort((a, b) => (machine.jobs[a]!.due ?? Infinity) - (machine.jobs[b]!.due ?? Infinity) || a - b);
    const order = [...first, ...byDue];
    const problem = this.problemFor(
      machine,
      order.map((job) => machine.jobs[job]!),
    );
    const { goOn, spent } = this.asked;
    const found = planOrder(problem, {
      frozen: first.length,
      lateness,
      nodes: orderNodes,
      tries: 150,
      work: 250,
      ...(goOn && { goOn }),
      ...(spent && { spent }),
    });
    const { cost, bound, proven, model, plan } = found;
    return { cost, bound, proven, jobs: timesOf(model.jobs, changesBefore(model, plan)) };
  }

  private spanCost(at: readonly number[]): number {
    const loads = this.problem.machines.map((machine, index) =>
      this.jobsAt(at, index).reduce((sum, job) => sum + machine.jobs[job]!.sewMinutes, 0),
    );
    // Jobs not yet given out must go somewhere: the load spread evenly is the least the busiest can have.
    const rest = at.reduce(
      (sum, machine, job) =>
        machine !== -1
          ? sum
          : sum +
            Math.min(...this.placesOf(job).map((one) => this.problem.machines[one]!.jobs[job]!.sewMinutes)),
      0,
    );
    const even = (loads.reduce((a, b) => a + b, 0) + rest) / loads.length;
    return (this.asked.spanWeight ?? defaultSpanWeight) * Math.max(even, ...loads);
  }

  /** Number of a job in its machine's model, which holds only what the machine can sew. */
  private indexIn(machine: number, job: number): number {
    return this.canSew[machine]!.slice(0, job).filter(Boolean).length;
  }

  private jobsAt(at: readonly number[], machine: number): number[] {
    return at.flatMap((one, job) => (one === machine ? [job] : []));
  }

  private placesOf(job: number): number[] {
    return this.problem.machines.flatMap((_, machine) =>
      this.canSew[machine]![job] && [-1, machine].includes(this.fixedTo[job]!) ? [machine] : [],
    );
  }

  private problemFor(machine: ShareMachine, jobs: readonly PlanJob[]): PlanProblem {
    const { classes, minutes } = this.problem;
    return shareWhereFull({ positions: machine.positions, jobs, classes, minutes }).problem;
  }
}

/** Every split with one job elsewhere, or two jobs of different machines exchanged. */
function* neighbours(
  at: readonly number[],
  placesOf: (job: number) => readonly number[],
): Generator<number[]> {
  for (let job = 0; job < at.length; job++)
    for (const machine of placesOf(job))
      if (machine !== at[job]) yield at.map((one, index) => (index === job ? machine : one));
  for (let a = 0; a < at.length; a++)
    for (let b = a + 1; b < at.length; b++)
      if (at[a] !== at[b] && placesOf(a).includes(at[b]!) && placesOf(b).includes(at[a]!))
        yield at.map((one, index) => (index === a ? at[b]! : index === b ? at[a]! : one));
}

function fits(problem: PlanProblem): boolean {
  try {
    return greedyPlan(modelOf(problem)) !== null;
  } catch (error) {
    if (error instanceof Refusal && ['PlanNoPlace', 'PlanNothingUsable'].includes(error.name)) return false;
    throw error;
  }
}
