import equal from 'fast-deep-equal';
import { useEffect, useMemo, useState } from 'react';
import { heldTo } from '../../../core/plan/asked/setup.ts';
import type { PlanProblem, PlanOutcome } from '../../../engines/planner/index.ts';
import type { KeptSeat } from '../../../core/seating/context.ts';
import { useSame } from '../../../parts/useSame.ts';
import { usePlanner, type PlannerState } from './usePlanner.ts';
import type { useSavedPlan } from './useSavedPlan.ts';

/** Less than this is no reason to print the card anew, min. */
const worthMinutes = 0.25;

/**
 * The plan as it was printed: its seats are kept with it, and hold while they can, so that the card at the machine, this screen
 * and Run say the same. A plan that was changed, or whose seats cannot be any more, is worked out anew and kept.
 */
export function useHeldPlan(problem: PlanProblem, saved: ReturnType<typeof useSavedPlan>) {
  const { plan, state, keepSeats } = saved;
  const kept = state === 'saved' ? (plan?.seats ?? null) : null;
  const held = useMemo(() => kept && heldTo(problem, kept), [problem, kept]);
  const free = usePlanner(problem);
  const asPrinted = usePlanner(held);
  const planner = useMemo(() => (held ? together(free, asPrinted) : free), [held, free, asPrinted]);
  const [refused, setRefused] = useState<KeptSeat[] | null>(null);
  const [moved, setMoved] = useState<Moved[]>([]);
  // Threads that take turns on a position have no seat of their own to be held to.
  const found = free.is === 'done' && free.outcome.shared.length === 0 ? free.outcome : null;
  const seats = useSame(state === 'saved' && !held && found ? seatsOf(found, problem) : null);
  useEffect(() => {
    if (!seats || seats === refused || equal(seats, kept)) return;
    if (kept) setMoved(movedBetween(kept, seats));
    keepSeats(seats).catch(() => setRefused(seats));
  }, [seats, kept, refused, keepSeats]);
  const saves =
    held && free.is === 'done' && asPrinted.is === 'done' ? asPrinted.outcome.cost - free.outcome.cost : 0;
  return {
    planner,
    /** Minutes that other seats would save, as the head is now. */
    cheaper: saves > worthMinutes ? saves : 0,
    /** What was printed otherwise: it could not stay, and was planned anew. */
    moved,
    planAnew: () => {
      if (free.is === 'done') void keepSeats(seatsOf(free.outcome, problem));
    },
  };
}

export interface Moved {
  job: string;
  stops: readonly number[];
  from: number;
  to: number;
}

const movedBetween = (before: readonly KeptSeat[], after: readonly KeptSeat[]): Moved[] =>
  after.flatMap(({ job, stops, position }) => {
    const was = before.find((seat) => seat.job === job && seat.stops.includes(stops[0]!));
    return was && was.position !== position ? [{ job, stops, from: was.position, to: position }] : [];
  });

const seatsOf = (outcome: PlanOutcome, problem: PlanProblem): KeptSeat[] =>
  outcome.seats
    .filter(({ job }) => problem.jobs.some(({ id }) => id === job))
    .map(({ job, stops, position, needle }) => ({ job, stops: [...stops], position, needle }));

/** The printed plan, with what the free one knows of how good it can be. */
function together(free: PlannerState, asPrinted: PlannerState): PlannerState {
  if (asPrinted.is === 'refused') return free;
  if (asPrinted.is !== 'done') {
    // Just kept: until it is worked out as held, what was found is what it will be.
    const before = asPrinted.is === 'working' ? asPrinted.last : null;
    return free.is === 'done' ? { is: 'working', last: before ?? free.outcome } : free;
  }
  if (free.is !== 'done') return { is: 'working', last: asPrinted.outcome };
  const { outcome } = asPrinted;
  const bound = Math.min(outcome.cost, free.outcome.bound);
  return {
    ...free,
    outcome: {
      ...free.outcome,
      ...outcome,
      bound,
      proven: outcome.cost - bound < 1e-6,
      asTheyCame: free.outcome.asTheyCame,
      greedy: free.outcome.greedy,
    },
  };
}
