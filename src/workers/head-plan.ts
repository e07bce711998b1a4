import { UserError } from '../core/base/user-error.ts';
import {
  shareOut,
  type ShareOutcome,
  type ShareProblem,
  type PlanProblem,
  pricesElsewhere,
  runPlan,
  type PlanAsked,
  type PlanOutcome,
} from '../engines/planner/index.ts';
import { keepingOf, type Keeping } from '../core/plan/scheme/keeping.ts';
import { proposeScheme, type ProposedScheme, type SchemeAsked } from '../core/plan/scheme/propose/propose.ts';

export type HeadPlanAsked =
  | { asks: 'plan'; id: number; asked: PlanAsked; withinMs: number }
  | { asks: 'scheme'; id: number; asked: SchemeAsked; withinMs: number }
  | { asks: 'keeping'; id: number; problem: PlanProblem; outcome: PlanOutcome }
  | { asks: 'share'; id: number; problem: ShareProblem; spanWeight: number; withinMs: number }
  | { asks: 'prices'; id: number; asked: PlanAsked; job: string; stops: readonly number[] };
export type HeadPlanSaid =
  | { says: 'progress'; id: number; share: number; best: number }
  | { says: 'plan'; id: number; outcome: PlanOutcome; ms: number }
  | { says: 'prices'; id: number; prices: { position: number; minutes: number | null }[] }
  | { says: 'scheme'; id: number; proposed: ProposedScheme }
  | { says: 'keeping'; id: number; keeping: Keeping }
  | { says: 'shared'; id: number; outcome: ShareOutcome; ms: number }
  | { says: 'refused'; id: number; why: string };
const say = (said: HeadPlanSaid) => postMessage(said);

/** Plans away from the page. The page ends the worker to cancel; a time limit ends the search with the best so far. */
addEventListener('message', ({ data }: MessageEvent<HeadPlanAsked>) => {
  const { id } = data;
  const began = performance.now();
  try {
    if (data.asks === 'prices')
      return say({ says: 'prices', id, prices: pricesElsewhere(data.asked.problem, data.job, data.stops) });
    if (data.asks === 'scheme') {
      const proposed = proposeScheme(data.asked, {
        goOn: () => performance.now() - began < data.withinMs,
        progress: (share) => say({ says: 'progress', id, share, best: Infinity }),
      });
      return say({ says: 'scheme', id, proposed });
    }
    if (data.asks === 'keeping') {
      const goOn = () => performance.now() - began < 6000;
      return say({ says: 'keeping', id, keeping: keepingOf(data.problem, data.outcome, { goOn }) });
    }
    const spent = () => performance.now() - began;
    const hooks = {
      spent: () => spent() / data.withinMs,
      goOn: () => spent() < data.withinMs,
      progress: (_: number, best: number) =>
        say({ says: 'progress', id, best, share: Math.min(1, spent() / data.withinMs) }),
    };
    if (data.asks === 'share') {
      const shared = shareOut(data.problem, { ...hooks, spanWeight: data.spanWeight });
      return say({ says: 'shared', id, outcome: shared, ms: spent() });
    }
    const outcome = runPlan(data.asked, hooks);
    say({ says: 'plan', id, outcome, ms: performance.now() - began });
  } catch (error) {
    const why =
      error instanceof UserError
        ? error.message
        : 'The plan could not be worked out. Take back the last change.';
    say({ says: 'refused', id, why });
  }
});
