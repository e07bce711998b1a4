import { between } from './model/change.ts';
import { type Model } from './model/model.ts';
import type { Chains } from './model/chain.ts';
import { timesOf, type JobTimes } from './ordering/lateness.ts';
import { moves as moveTable, relationOf, type Move } from './problem/minutes.ts';
import type { HeadState } from './problem/problem.ts';

/** One thread of one job on its position. */
export interface Seating {
  job: string;
  stops: readonly number[];
  thread: string;
  position: number;
  needle: string;
  /** Minutes that this needle costs against the best one. */
  penalty: number;
  /** It breaks a block of the standing scheme: another needle or thread weight than the block's. */
  breaks: boolean;
  stitches: number;
  /** What must be done before the job; null: it sits there already. */
  change: Change | null;
}

/** Work at one position before a job, on every head. */
export interface Change {
  /** What is there until then, on the first head. */
  from: HeadState;
  to: { needle: string; thread: string };
  moves: readonly Move[];
  minutes: number;
}

export interface PlanAnswer {
  seats: Seating[];
  jobs: JobTimes[];
  /** Minutes of changing, and of penalties for needles that are not the best. */
  changeMinutes: number;
  penaltyMinutes: number;
}

/** A plan in the operator's words: by job in order, within a job by position. */
export function describePlan(model: Model, plan: Pick<Chains, 'chains' | 'option'>): PlanAnswer {
  const seats: Seating[] = [];
  const changeBefore = model.jobs.map(() => 0);
  plan.chains.forEach((chain, place) => {
    let before: HeadState | null = null;
    chain.forEach((request, step) => {
      const node = model.nodes[request]!;
      const into = plan.option[request]!;
      const needle = model.needles[model.needle[into]!]!;
      const thread = model.threads[node.thread]!;
      const cost =
        step === 0
          ? model.onto[place * model.code.length + into]!
          : between(model, chain[step - 1]!, plan.option[chain[step - 1]!]!, request, into);
      const minutes = cost - model.penalty[into]!;
      changeBefore[node.job]! += minutes;
      const from = before ?? furthestFrom(model, model.places[place]!.now, needle, thread);
      const asked = model.jobs[node.job]!.requests[node.request]!;
      seats.push({
        job: model.jobs[node.job]!.id,
        stops: asked.stops,
        thread,
        position: model.places[place]!.position,
        needle,
        penalty: model.penalty[into]! - model.breaking[into]!,
        breaks: model.breaking[into]! > 0,
        stitches: asked.stitches,
        change:
          minutes > 1e-9
            ? {
                from,
                to: { needle, thread },
                moves: movesBetween(model, from, needle, thread),
                minutes,
              }
            : null,
      });
      before = { needle, thread: model.threads[node.leaves]! };
    });
  });
  const index = new Map(model.jobs.map((job, at) => [job.id, at]));
  seats.sort((a, b) => index.get(a.job)! - index.get(b.job)! || a.position - b.position);
  return {
    seats,
    jobs: timesOf(model.jobs, changeBefore),
    changeMinutes: changeBefore.reduce((a, b) => a + b, 0),
    penaltyMinutes: seats.reduce((sum, seat) => sum + seat.penalty, 0),
  };
}

/** Of several heads the one with the most to do: its moves are what the change's minutes are for. */
function furthestFrom(model: Model, heads: readonly HeadState[], needle: string, thread: string): HeadState {
  const moves = (head: HeadState) => movesBetween(model, head, needle, thread).length;
  return heads.reduce((most, head) => (moves(head) > moves(most) ? head : most));
}

function movesBetween(model: Model, from: HeadState, needle: string, thread: string): readonly Move[] {
  const how = relationOf(model.problem.classes, from.thread, thread);
  return (from.needle === needle ? model.table.moves.kept : model.table.moves.needle)[how]!;
}

/** "new needle, re-thread, re-tension and test". */
export const movesText = (list: readonly Move[]) => list.map((move) => moveTable[move].name).join(', ');
