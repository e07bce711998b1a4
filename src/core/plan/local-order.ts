import type { PlanJob } from './problem.ts';

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

/** `count` orders by chance (mulberry32), the same for the same seed. */
export function shuffled(free: readonly number[], seed: number, count: number): number[][] {
  let state = seed >>> 0;
  const chance = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return Array.from({ length: count }, () => {
    const order = [...free];
    for (let index = order.length - 1; index > 0; index--) {
      const other = Math.floor(chance() * (index + 1));
      [order[index], order[other]] = [order[other]!, order[index]!];
    }
    return order;
  });
}

/** Every order with one job put elsewhere, or two exchanged. */
export function* neighbours(order: readonly number[], from: number): Generator<number[]> {
  for (let at = from; at < order.length; at++)
    for (let to = from; to < order.length; to++) {
      if (to === at) continue;
      const next = [...order];
      const [job] = next.splice(at, 1);
      next.splice(to, 0, job!);
      yield next;
    }
  for (let a = from; a < order.length; a++)
    for (let b = a + 2; b < order.length; b++) {
      const next = [...order];
      [next[a], next[b]] = [next[b]!, next[a]!];
      yield next;
    }
}
