import type { PlanJob } from '../problem/problem.ts';

/** An order in which each job is the one most like the last: most threads in common, fewest new. */
export function nearestFirst(jobs: readonly PlanJob[], free: readonly number[]): number[] {
  const left = new Set(free);
  const order: number[] = [];
  const seen = new Set<string>();
  while (left.size > 0) {
    const newOf = (index: number) =>
      jobs[index]!.requests.filter((request) => !seen.has(request.thread)).length;
    const next = [...left].sort(
      (a, b) => newOf(a) - newOf(b) || jobs[b]!.requests.length - jobs[a]!.requests.length || a - b,
    )[0]!;
    order.push(next);
    left.delete(next);
    for (const request of jobs[next]!.requests) seen.add(request.thread);
  }
  return order;
}

/** Jobs moved together at most. */
const longestRow = 4;

export interface AnnealAsked {
  /** The first so many jobs keep their place. */
  from: number;
  cost: (order: readonly number[]) => number;
  chance: () => number;
  tries: number;
  /** How much of the time for this is used up, 0 to 1: it cools by that where it is ahead of the tries. */
  spent?: () => number;
  goOn: () => boolean;
}

/**
 * A good order by simulated annealing (Kirkpatrick, Gelatt and Vecchi 1983): one job or a few in a row are put elsewhere, and
 * what is dearer is taken too, the seldomer the dearer and the later. Begins at about two thirds of a job's mean cost.
 */
export function anneal(start: readonly number[], asked: AnnealAsked): { order: number[]; cost: number } {
  const { from, cost, chance, tries, goOn } = asked;
  const free = start.length - from;
  let order = [...start];
  let now = cost(order);
  let best = { order, cost: now };
  if (free < 2) return best;
  const warmest = (0.65 * now) / start.length;
  let cooled = 0;
  const some = (count: number) => Math.floor(chance() * count);
  for (let step = 0; step < tries; step++) {
    if (step % 64 === 0) {
      if (!goOn()) break;
      cooled = Math.max(cooled, asked.spent?.() ?? 0);
      if (cooled >= 1) break;
    }
    cooled = Math.max(cooled, step / tries);
    const length = chance() < 0.5 ? 1 : 1 + some(Math.min(longestRow, free - 1));
    const next = [...order];
    const row = next.splice(from + some(free - length + 1), length);
    next.splice(from + some(free - length + 1), 0, ...row);
    const its = cost(next);
    const warmth = warmest * (1 - cooled) + 1e-3;
    if (its > now && chance() >= Math.exp((now - its) / warmth)) continue;
    order = next;
    now = its;
    if (now < best.cost - 1e-9) best = { order, cost: now };
  }
  return best;
}
