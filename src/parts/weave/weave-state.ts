import type { PlanOutcome, PlanProblem } from '../../engines/planner/index.ts';

export type SeatOf = PlanOutcome['seats'][number];

/** One position in one job's row: the thread that runs there, and the seat if the job sews on it. */
export interface WeaveCell {
  position: number;
  /** Thread before the row and behind it, by id. */
  before: string | null;
  after: string | null;
  seat: SeatOf | null;
}

/** The whole weave, row by row in sewing order: every position's thread runs down through the jobs. */
export function weaveRows(problem: PlanProblem, outcome: PlanOutcome): { job: string; cells: WeaveCell[] }[] {
  const now = new Map(
    problem.positions.map((position) => [position.position, position.now[0]?.thread ?? null]),
  );
  return outcome.jobs.map(({ job }) => ({
    job,
    cells: problem.positions.map(({ position }) => {
      const before = now.get(position) ?? null;
      const seat =
        outcome.seats.find((candidate) => candidate.job === job && candidate.position === position) ?? null;
      if (seat) now.set(position, seat.thread);
      return { position, before, after: now.get(position) ?? null, seat };
    }),
  }));
}
