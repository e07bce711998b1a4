import {
  type Seating,
  runPlan,
  type PlanHooks,
  type PlanOutcome,
  type PlanProblem,
} from '../../../engines/planner/index.ts';

/** What it comes to that a plan keeps to the blocks, or breaks them. Minutes of changing and of second-best needles. */
export interface Keeping {
  /** Seats that break a block. */
  broken: Seating[];
  /** Minutes that breaking those saves against a plan that breaks none it need not. */
  saves: number;
  /** Seats that must break a block, whatever it costs: no plan of these jobs keeps them all. */
  must: number;
  /** Minutes that a plan without any scheme would save against this one: what keeping to it costs, and how many blocks that would break. */
  costs: number;
  wouldBreak: number;
}

/** Dearer than any change: a plan at this price breaks no block that it need not. Minutes. */
export const strictPrice = 10_000;

const minutesOf = ({ changeMinutes, penaltyMinutes }: PlanOutcome) => changeMinutes + penaltyMinutes;

/**
 * A plan against the same jobs kept to the blocks at any price, and against the head with no scheme. Orders as they stand.
 * Throws a Refusal for what cannot be planned.
 */
export function keepingOf(problem: PlanProblem, outcome: PlanOutcome, hooks: PlanHooks = {}): Keeping {
  const broken = outcome.seats.filter((seat) => seat.breaks);
  const strict = runPlan({ problem: { ...problem, breaking: strictPrice } }, hooks);
  const free = runPlan({ problem: { ...problem, breaking: 0 } }, hooks);
  return {
    broken,
    saves: Math.max(0, minutesOf(strict) - minutesOf(outcome)),
    must: strict.seats.filter((seat) => seat.breaks).length,
    costs: Math.max(0, minutesOf(outcome) - minutesOf(free)),
    wouldBreak: brokenBy(free, problem),
  };
}

/** Seats of a plan that was made without the blocks, where it would break them. */
function brokenBy({ seats }: PlanOutcome, { positions, classes }: PlanProblem): number {
  return seats.filter(({ position, needle, thread }) => {
    const place = positions.find((candidate) => candidate.position === position);
    const block = place?.use === 'free' ? place.block : null;
    if (!block) return false;
    return (
      (block.needle !== null && block.needle !== needle) ||
      (block.weight !== null && block.weight !== classes[thread])
    );
  }).length;
}
