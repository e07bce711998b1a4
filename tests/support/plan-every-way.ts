import { changeTable, relationOf } from '../../src/engines/planner/problem/minutes.ts';
import { isUsable, type PlanProblem } from '../../src/engines/planner/problem/problem.ts';

/**
 * The least cost of a small plan by trying everything: every order of the jobs, every seating of each job's threads, every
 * acceptable needle; changing, penalties and lateness added up as they come. One head; no search, no bound.
 */
export function everyWay(problem: PlanProblem, perMinute: number): number {
  const places = problem.positions.filter(isUsable);
  const table = changeTable(problem.minutes, { needlesStay: places.some((place) => place.use === 'locked') });
  let best = Infinity;

  interface Sits {
    needle: string | null;
    thread: string | null;
  }
  const now: Sits[] = places.map((place) => ({ ...place.now[0]! }));

  const nextJob = (left: readonly number[], clock: number, cost: number) => {
    if (cost >= best) return;
    if (left.length === 0) {
      best = cost;
      return;
    }
    for (const job of left) {
      const { requests, sewMinutes, due } = problem.jobs[job]!;
      const taken = new Set<number>();
      const seat = (at: number, changing: number, penalties: number) => {
        if (at === requests.length) {
          const done = clock + changing + sewMinutes;
          const late = due === null ? 0 : Math.max(0, done - due);
          nextJob(
            left.filter((one) => one !== job),
            done,
            cost + changing + penalties + perMinute * late,
          );
          return;
        }
        const { thread, needles } = requests[at]!;
        places.forEach((place, index) => {
          if (taken.has(index)) return;
          const before = now[index]!;
          for (const { needle, penalty } of needles) {
            if (place.use !== 'free' && before.needle !== needle) continue;
            if (place.use === 'pinned' && before.thread !== thread) continue;
            const how = relationOf(problem.classes, before.thread, thread);
            const minutes = (before.needle === needle ? table.kept : table.needle)[how]!;
            taken.add(index);
            now[index] = { needle, thread };
            seat(at + 1, changing + minutes, penalties + penalty);
            now[index] = before;
            taken.delete(index);
          }
        });
      };
      seat(0, 0, 0);
    }
  };
  nextJob([...problem.jobs.keys()], 0, 0);
  return best;
}
