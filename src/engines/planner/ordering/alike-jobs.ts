import type { Model } from '../model/model.ts';

/**
 * Jobs that ask the same of the head, several lots of one emblem, need not be tried in every order. Where nothing is due
 * they come in one row without loss (`blocks`): behind each other they change nothing, and the one whose needles suit
 * best draws the others to it. Where something is due, one may come first (`pairs`) when it is sewn no longer and due
 * no later: of two that change places the sooner done is due sooner, and what lies between them ends no later.
 * `free`: the jobs whose place is open.
 */
export function alikeJobs(
  { jobs, nodes }: Model,
  free: readonly number[],
): { pairs: [number, number][]; blocks: number[][] } {
  const lots = new Map<string, number[]>();
  for (const job of free) {
    const mine = nodes.filter((node) => node.job === job);
    // A thread changed in the middle of a piece is not there any more for the next job.
    const isWhole = mine.every(({ thread, leaves }) => thread === leaves);
    const asks = mine.map(({ thread, options }) => JSON.stringify([thread, options])).sort();
    const key = isWhole ? asks.join() : `${job}`;
    lots.set(key, [...(lots.get(key) ?? []), job]);
  }
  const alike = [...lots.values()].filter((lot) => lot.length > 1);
  const isDue = jobs.some(({ due }) => due !== null);
  const isSooner = (one: number, other: number) =>
    !isDue ||
    (jobs[one]!.sewMinutes <= jobs[other]!.sewMinutes &&
      (jobs[one]!.due ?? Infinity) <= (jobs[other]!.due ?? Infinity));
  const pairs = alike.flatMap((lot) =>
    lot.flatMap((one, at) =>
      lot.slice(at + 1).flatMap((other): [number, number][] => {
        if (isSooner(one, other)) return [[one, other]];
        return isSooner(other, one) ? [[other, one]] : [];
      }),
    ),
  );
  return { pairs, blocks: isDue ? [] : alike };
}
