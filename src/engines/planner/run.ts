import { UserError } from '../../core/base/user-error.ts';
import { describePlan, type PlanAnswer } from './answer.ts';
import { Budget, type Clock } from './model/budget.ts';
import { greedyPlan } from './seating/greedy.ts';
import { FixedOrder, planFixedOrder } from './seating/fixed-order.ts';
import { mustFit } from './model/fits.ts';
import { costed, latenessCost, type Lateness } from './ordering/lateness.ts';
import { modelOf, type Model } from './model/model.ts';
import { planOrder } from './ordering/order.ts';
import { changesBefore, isAsLateAsCanBe } from './ordering/late-orders.ts';
import { type OrderPlan } from './seating/order-plan.ts';
import type { PlanProblem } from './problem/problem.ts';
import { mostExact, quickPlan } from './ordering/quick-plan.ts';
import { shareWhereFull, type Sharing } from './problem/turns.ts';
import { spreadWear } from './model/spread.ts';

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
  /**
   * The same jobs as they stood, and by an operator who looks at one job at a time. `proven`: that order can have no better
   * plan; else it may be nearer to what was found than it looks.
   */
  asTheyCame: { changeMinutes: number; cost: number; proven: boolean } | null;
  greedy: { changeMinutes: number; cost: number } | null;
}

export interface PlanHooks extends Clock {
  progress?: (share: number, best: number) => void;
}

/** Of the time for a free order, and in assignments: what the order as it stands is planned with at most. */
const shareOfCame = 0.2;
const workOfCame = 1500;

/** Plans the jobs. Throws a Refusal for what cannot be planned. */
export function runPlan(asked: PlanAsked, hooks: PlanHooks = {}): PlanOutcome {
  const { problem, shared } = shareWhereFull(asked.problem);
  const lateness = asked.lateness ?? costed;
  const came = modelOf(problem);
  mustFit(came);
  const lateOf = (model: typeof came, plan: Parameters<typeof changesBefore>[1]) =>
    latenessCost(model.jobs, changesBefore(model, plan), lateness);
  // Beside a search for the order, the order as it stands gets a share of the time; it is what the search begins with.
  const asItStands = asked.freeOrder ? planCame(came, hooks) : exactly(came, hooks);
  const { plan: fixed } = asItStands;
  const fixedCost = fixed.minutes + lateOf(came, fixed);
  const lateAtLeast = latenessCost(
    came.jobs,
    came.jobs.map(() => 0),
    lateness,
  );
  const greedy = greedyPlan(came);
  const found = asked.freeOrder
    ? planOrder(problem, {
        ...hooks,
        lateness,
        frozen: asked.frozen ?? 0,
        seed: asked.seed ?? 1,
        came: asItStands,
      })
    : {
        model: came,
        plan: fixed,
        cost: fixedCost,
        bound: Math.min(fixedCost, fixed.bound + lateAtLeast),
        proven: fixed.proven && isAsLateAsCanBe(came, fixed, lateness),
      };
  const spread = spreadWear(found.model, found.plan);
  return {
    ...describePlan(found.model, spread),
    cost: found.cost,
    bound: found.bound,
    proven: found.proven,
    shared,
    asTheyCame: {
      changeMinutes: describePlan(came, fixed).changeMinutes,
      cost: fixedCost,
      proven: fixed.proven,
    },
    greedy: greedy && {
      changeMinutes: describePlan(came, greedy).changeMinutes,
      cost: greedy.minutes + lateOf(came, greedy),
    },
  };
}

function exactly(
  model: Model,
  clock: Clock,
  { work, share }: { work?: number; share?: number } = {},
): OrderPlan {
  const budget = new Budget(clock, share);
  const search = new FixedOrder(model, { ...(work && { work }), goOn: () => budget.mayGoOn() });
  return { model, plan: search.run(), prices: search.relaxation.price };
}

function planCame(model: Model, hooks: PlanHooks): OrderPlan {
  const quick = model.nodes.length > mostExact ? quickPlan(model) : null;
  if (quick) return quick;
  return exactly(model, hooks, { work: workOfCame, share: shareOfCame });
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
            // Of positions that take turns the one now comes first: it is the one that is moved.
            requests: job.requests.map((request, index) =>
              index === job.requests.findIndex((other) => other.stops[0] === stops[0])
                ? { ...request, at: position }
                : request,
            ),
          },
    );
    try {
      return planFixedOrder(modelOf(shareWhereFull({ ...problem, jobs }).problem), { work: 300, ...hooks })
        .minutes;
    } catch (error) {
      // What cannot be there is refused; anything else is a defect, and must be seen.
      if (error instanceof UserError) return null;
      throw error;
    }
  };
  const free = costAt(null) ?? 0;
  return problem.positions.map(({ position }) => {
    const cost = costAt(position);
    return { position, minutes: cost === null ? null : Math.max(0, cost - free) };
  });
}
