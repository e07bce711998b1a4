import { Assignment } from '../seating/assignment.ts';
import { planFixedOrder, type SearchLimits } from '../seating/fixed-order.ts';
import { modelOf, type Model } from '../model/model.ts';
import type { HeadState, PlanProblem } from '../asked/problem.ts';

/** What should live on the head when jobs like these come again and again. */
export interface StandingLayout {
  seats: {
    position: number;
    needle: string;
    thread: string;
    /** What is there now, on the first head. */ now: HeadState;
  }[];
  /** Minutes of changing and care for the jobs from the head as it is, and from the layout. */
  minutesNow: number;
  minutesThen: number;
  /** Minutes to lay the head out so, once. */
  setUpMinutes: number;
  proven: boolean;
}

/**
 * The standing layout for a run of jobs: the plan that is best when the head may begin as it likes (the first seat of
 * every position costs nothing but its care), laid onto the positions where it costs least to set up. Locks, pins and
 * wishes of the plan do not count: the layout is for weeks. Positions that no job needs stay as they are.
 */
export function standingLayout(problem: PlanProblem, limits: SearchLimits = {}): StandingLayout {
  const free: PlanProblem = {
    ...problem,
    positions: problem.positions.map((position) =>
      position.use === 'pinned' || position.use === 'locked' ? { ...position, use: 'free' } : position,
    ),
    jobs: problem.jobs.map((job) => ({
      ...job,
      requests: job.requests.map((request) => ({ ...request, at: null })),
    })),
  };
  const model = modelOf(free);
  const now = planFixedOrder(model, limits);
  const unset: Model = { ...model, onto: freeOnto(model) };
  const then = planFixedOrder(unset, limits);
  const firsts = then.chains.flatMap((chain) => (chain.length > 0 ? [chain[0]!] : []));
  const placed = cheapestPlaces(model, firsts, then.option);
  const seats = firsts.map((request, index) => {
    const place = model.places[placed[index]!]!;
    return {
      position: place.position,
      needle: model.needles[model.needle[then.option[request]!]!]!,
      thread: model.threads[model.nodes[request]!.thread]!,
      now: place.now[0]!,
    };
  });
  const setUp = firsts.reduce((sum, request, index) => {
    const into = then.option[request]!;
    return sum + model.onto[placed[index]! * model.code.length + into]! - model.penalty[into]!;
  }, 0);
  return {
    seats: seats.sort((a, b) => a.position - b.position),
    minutesNow: now.minutes,
    minutesThen: then.minutes,
    setUpMinutes: setUp,
    proven: now.proven && then.proven,
  };
}

function freeOnto(model: Model): Float64Array {
  const onto = new Float64Array(model.onto.length);
  for (let place = 0; place < model.places.length; place++)
    onto.set(model.penalty, place * model.code.length);
  return onto;
}

/** Which position each first seat goes on, so that setting up takes the fewest minutes. */
function cheapestPlaces(model: Model, firsts: readonly number[], option: Int32Array): number[] {
  const size = model.places.length;
  const assignment = new Assignment(new Int32Array(size).fill(size));
  firsts.forEach((request, target) => {
    for (let place = 0; place < size; place++)
      assignment.cost[target * size + place] = model.onto[place * model.code.length + option[request]!]!;
  });
  assignment.solve();
  return firsts.map((_, target) => assignment.sourceOf[target]!);
}
