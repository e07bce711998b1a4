import { describePlan, type PlanAnswer } from './answer.ts';
import { greedyPlan } from './greedy.ts';
import { FixedOrder, planFixedOrder } from './fixed-order.ts';
import { costed, latenessCost, type Lateness } from './lateness.ts';
import { modelOf } from './model.ts';
import { changesBefore, planOrder } from './order.ts';
import type { PlanProblem } from './problem.ts';
import { shareWhereFull, type Sharing } from './sharing.ts';
import { spreadWear } from './spread.ts';

export interface PlanAsked {
  problem: PlanProblem;
  /** Search the order too; without it the jobs are planned as they stand. */
  freeOrder?: boolean;
  frozen?: number;
  lateness?: Lateness;
  seed?: number;
}

/** A plan with all that is known of it. Costs in minutes: changing, penalties of second-best needles, lateness. */
export interface PlanOutcome extends PlanAnswer {
  cost: number;
  bound: number;
  proven: boolean;
  shared: Sharing[];
  /** The same jobs as they stood: planned exactly, and by an operator who looks at one job at a time. */
  asTheyCame: { changeMinutes: number; cost: number } | null;
  greedy: { changeMinutes: number; cost: number } | null;
}

export interface PlanHooks {
  goOn?: () => boolean;
  progress?: (share: number, best: number) => void;
}

/** Plans the jobs. Throws a Refusal for what cannot be planned. */
export function runPlan(asked: PlanAsked, hooks: PlanHooks = {}): PlanOutcome {
  const { problem, shared } = shareWhereFull(asked.problem);
  const lateness = asked.lateness ?? costed;
  const came = modelOf(problem);
  const lateOf = (model: typeof came, plan: Parameters<typeof changesBefore>[1]) =>
    latenessCost(model.jobs, changesBefore(model, plan), lateness);
  const search = new FixedOrder(came, hooks);
  const fixed = search.run();
  const fixedCost = fixed.minutes + lateOf(came, fixed);
  const greedy = greedyPlan(came);
  const found = asked.freeOrder
    ? planOrder(problem, {
        ...hooks,
        lateness,
        frozen: asked.frozen ?? 0,
        seed: asked.seed ?? 1,
        came: { model: came, plan: fixed, prices: search.relaxation.price },
      })
    : {
        model: came,
        plan: fixed,
        cost: fixedCost,
        bound: Math.min(fixedCost, fixed.bound),
        proven: fixed.proven,
      };
  const spread = spreadWear(found.model, found.plan);
  return {
    ...describePlan(found.model, spread),
    cost: found.cost,
    bound: asked.freeOrder ? found.bound : fixed.bound + (fixedCost - fixed.minutes),
    proven: found.proven,
    shared,
    asTheyCame: { changeMinutes: describePlan(came, fixed).changeMinutes, cost: fixedCost },
    greedy: greedy && {
      changeMinutes: describePlan(came, greedy).changeMinutes,
      cost: greedy.minutes + lateOf(came, greedy),
    },
  };
}

/** What a thread of a job would cost on each other position, against the plan's cost: null where it cannot be. */
export function pricesElsewhere(
  problem: PlanProblem,
  jobId: string,
  stops: readonly number[],
  hooks: PlanHooks = {},
): { position: number; minutes: number | null }[] {
  const costAt = (position: number | null): number | null => {
    const jobs = problem.jobs.map((job) =>
      job.id !== jobId
        ? job
        : {
            ...job,
            requests: job.requests.map((request) =>
              request.stops[0] === stops[0] ? { ...request, at: position } : request,
            ),
          },
    );
    try {
      return planFixedOrder(modelOf(shareWhereFull({ ...problem, jobs }).problem), { work: 300, ...hooks })
        .minutes;
    } catch {
      return null;
    }
  };
  const free = costAt(null) ?? 0;
  return problem.positions.map(({ position }) => {
    const cost = costAt(position);
    return { position, minutes: cost === null ? null : Math.max(0, cost - free) };
  });
}
