import { UserError } from '../../../core/base/user-error.ts';
import type { PlanJob, PlanProblem } from '../problem/problem.ts';
import { shareWhereFull } from '../problem/turns.ts';
import { modelOf, type Model } from '../model/model.ts';
import { changesBefore } from '../ordering/late-orders.ts';
import { costed, leastLateness, timesOf, type JobTimes } from '../ordering/lateness.ts';
import { planOrder } from '../ordering/order.ts';
import { Prefix } from '../ordering/prefix.ts';
import { greedyPlan } from '../seating/greedy.ts';
import type { ShareAsked, ShareMachine, ShareProblem } from './share-problem.ts';

/** Prefixes that the order of one machine's jobs may take. */
const orderNodes = 4000;

/** What one machine's share comes to in its best order. */
interface SharePlan {
  cost: number;
  bound: number;
  proven: boolean;
  jobs: JobTimes[];
}

/** What shares of the jobs cost on each machine: at least, and planned; each share is worked out once. */
export class MachineShares {
  /** By machine and job: whether the machine has positions for it. */
  readonly canSew: readonly (readonly boolean[])[];
  private readonly models: readonly Model[];
  private readonly planned = new Map<string, SharePlan>();
  private readonly leasts = new Map<string, number>();

  /** `fixedTo`: by job the machine that it stays on, -1 where it is free. */
  constructor(
    private readonly problem: ShareProblem,
    private readonly asked: ShareAsked,
    private readonly fixedTo: readonly number[],
  ) {
    const { machines } = problem;
    this.canSew = machines.map((machine) => machine.jobs.map((job) => fits(this.problemFor(machine, [job]))));
    this.models = machines.map((machine, at) =>
      modelOf(
        this.problemFor(
          machine,
          machine.jobs.filter((_, job) => this.canSew[at]![job]),
        ),
      ),
    );
  }

  /** What a machine needs for some jobs at least, whatever their order. */
  leastOn(machine: number, jobs: readonly number[]): number {
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
  plan(machine: number, jobs: readonly number[]): SharePlan {
    const key = `${machine}:${jobs.join()}`;
    let planned = this.planned.get(key);
    if (!planned) this.planned.set(key, (planned = this.planAnew(machine, jobs)));
    return planned;
  }

  private planAnew(at: number, jobs: readonly number[]): SharePlan {
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

  /** Number of a job in its machine's model, which holds only what the machine can sew. */
  private indexIn(machine: number, job: number): number {
    return this.canSew[machine]!.slice(0, job).filter(Boolean).length;
  }

  private problemFor(machine: ShareMachine, jobs: readonly PlanJob[]): PlanProblem {
    const { classes, minutes } = this.problem;
    return shareWhereFull({ positions: machine.positions, jobs, classes, minutes }).problem;
  }
}

function fits(problem: PlanProblem): boolean {
  try {
    return greedyPlan(modelOf(problem)) !== null;
  } catch (error) {
    if (error instanceof UserError && ['PlanNoPlace', 'PlanNothingUsable'].includes(error.name)) return false;
    throw error;
  }
}
