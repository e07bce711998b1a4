import { changeTable } from './minutes.ts';
import { isUsable, type PlanJob, type PlanProblem, type PlanRequest } from './problem.ts';

/** Threads of one job that take turns on one position, with a change in the middle of every piece. */
export interface Sharing {
  job: string;
  /** Stops by thread, in sewing order. */
  stops: readonly (readonly number[])[];
  threads: readonly string[];
  minutesPerPiece: number;
}

/** A request of several threads: it comes with one and leaves another on the position. */
interface SharedRequest extends PlanRequest {
  leaves: string;
}

/**
 * Jobs that need more threads than there are usable positions are made to fit: as few as must share one position,
 * those whose taking turns costs least. A piece begins with the first and ends with the last, and the next piece
 * needs the first again: that many changes a piece. Threads that share need a needle in common.
 */
export function shareWhereFull(problem: PlanProblem): { problem: PlanProblem; shared: Sharing[] } {
  const shared: Sharing[] = [];
  const usable = problem.positions.filter(isUsable).length;
  const jobs = problem.jobs.map((job): PlanJob => {
    let requests: PlanRequest[] = [...job.requests];
    while (requests.length > usable) {
      const group = cheapestGroup(problem, requests, requests.length - usable + 1);
      if (!group) break;
      const list = group.members.map((index) => requests[index]!);
      shared.push({
        job: job.id,
        stops: list.map((request) => request.stops),
        threads: list.map((request) => request.thread),
        minutesPerPiece: group.minutes,
      });
      const one: SharedRequest = {
        thread: list[0]!.thread,
        leaves: list.at(-1)!.thread,
        needles: group.needles,
        stops: list.flatMap((each) => each.stops),
        stitches: list.reduce((sum, each) => sum + each.stitches, 0),
        at: null,
      };
      requests = requests.filter((_, index) => !group.members.includes(index));
      requests.push(one);
    }
    return { ...job, requests };
  });
  return { problem: { ...problem, jobs }, shared };
}

/** The cheapest two to `size` requests that can take turns; null when no two have a needle in common. */
function cheapestGroup({ classes, minutes }: PlanProblem, requests: readonly PlanRequest[], size: number) {
  const table = changeTable(minutes);
  const turn = (from: string, to: string) =>
    table.kept[from === to ? 0 : classes[from] === classes[to] ? 1 : 2]!;
  let best: { members: number[]; needles: PlanRequest['needles']; minutes: number } | null = null;
  for (const [first, seed] of requests.entries()) {
    if (typeof seed.at === 'number') continue;
    const members = [first];
    let needles = seed.needles;
    const others = requests
      .map((request, index) => ({ request, index }))
      .filter(({ request, index }) => index !== first && typeof request.at !== 'number')
      .sort((a, b) => turn(seed.thread, a.request.thread) - turn(seed.thread, b.request.thread));
    for (const { request, index } of others) {
      if (members.length === size) break;
      const common = needles.flatMap((one) => {
        const other = request.needles.find(({ needle }) => needle === one.needle);
        return other ? [{ needle: one.needle, penalty: one.penalty + other.penalty }] : [];
      });
      if (common.length === 0) continue;
      needles = common;
      members.push(index);
    }
    if (members.length < 2) continue;
    members.sort((a, b) => requests[a]!.stops[0]! - requests[b]!.stops[0]!);
    const around = members.reduce(
      (sum, member, at) =>
        sum + turn(requests[member]!.thread, requests[members[(at + 1) % members.length]!]!.thread),
      0,
    );
    // First as many as are too many, then the fewest minutes.
    if (
      !best ||
      members.length > best.members.length ||
      (members.length === best.members.length && around < best.minutes)
    )
      best = { members, needles, minutes: around };
  }
  return best;
}
