import { UserError } from '../../../core/base/user-error.ts';
import { Budget } from '../model/budget.ts';
import { MachineShares } from './machine-shares.ts';
import { defaultSpanWeight, type ShareAsked, type ShareOutcome, type ShareProblem } from './share-problem.ts';

const epsilon = 1e-6;
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

class ShareSearch {
  private readonly count: number;
  /** Jobs in the order in which they are given out. */
  private readonly queue: number[];
  private readonly fixedTo: number[];
  private readonly shares: MachineShares;
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
      throw new UserError('ShareNoMachine', 'There is no machine to share jobs out to. Set one up first.');
    this.count = machines[0]!.jobs.length;
    this.fixedTo = machines[0]!.jobs.map((job) =>
      machines.findIndex((machine) => machine.id === stays[job.id]),
    );
    this.shares = new MachineShares(problem, asked, this.fixedTo);
    machines[0]!.jobs.forEach((job, index) => {
      if (this.placesOf(index).length > 0) return;
      throw new UserError(
        'ShareNoPlace',
        `${job.name} fits ${this.fixedTo[index] === -1 ? 'no machine' : `not on ${machines[this.fixedTo[index]!]!.name}`}: its threads or needles have no position there. Release or unlock positions, or leave it out.`,
      );
    });
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
        jobs: this.shares.plan(index, this.jobsAt(best.at, index)).jobs,
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
    const plans = this.problem.machines.map((_, machine) =>
      this.shares.plan(machine, this.jobsAt(at, machine)),
    );
    const span = this.spanCost(at);
    const cost = plans.reduce((sum, plan) => sum + plan.cost, span);
    if (!this.best || cost < this.best.cost - epsilon) this.best = { at: [...at], cost };
    return plans.reduce((sum, plan) => sum + (plan.proven ? plan.cost : plan.bound), span);
  }

  /** What jobs given out so far cost at least, whatever becomes of the others. */
  private least(at: readonly number[]): number {
    return this.problem.machines.reduce(
      (sum, _, machine) => sum + this.shares.leastOn(machine, this.jobsAt(at, machine)),
      this.spanCost(at),
    );
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
            Math.min(
              ...this.placesOf(job).map((place) => this.problem.machines[place]!.jobs[job]!.sewMinutes),
            ),
      0,
    );
    const even = (loads.reduce((a, b) => a + b, 0) + rest) / loads.length;
    return (this.asked.spanWeight ?? defaultSpanWeight) * Math.max(even, ...loads);
  }

  private jobsAt(at: readonly number[], machine: number): number[] {
    return at.flatMap((given, job) => (given === machine ? [job] : []));
  }

  private placesOf(job: number): number[] {
    return this.problem.machines.flatMap((_, machine) =>
      this.shares.canSew[machine]![job] && [-1, machine].includes(this.fixedTo[job]!) ? [machine] : [],
    );
  }
}

/** Every split with one job elsewhere, or two jobs of different machines exchanged. */
function* neighbours(
  at: readonly number[],
  placesOf: (job: number) => readonly number[],
): Generator<number[]> {
  for (let job = 0; job < at.length; job++)
    for (const machine of placesOf(job))
      if (machine !== at[job]) yield at.map((given, index) => (index === job ? machine : given));
  for (let a = 0; a < at.length; a++)
    for (let b = a + 1; b < at.length; b++)
      if (at[a] !== at[b] && placesOf(a).includes(at[b]!) && placesOf(b).includes(at[a]!))
        yield at.map((given, index) => (index === a ? at[b]! : index === b ? at[a]! : given));
}
