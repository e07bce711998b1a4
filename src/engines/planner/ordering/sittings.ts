import { orderKeeping, type Precedence } from './precedence.ts';
import type { Relaxation } from '../seating/relaxation.ts';

/** One thread on one needle on one position, for as long as nothing on it changes: the jobs that it serves. */
export interface Sitting {
  jobs: number[];
  /** The seat that comes onto the position after it; null: none. */
  next: Sitting | null;
}

/** The seats of a relaxation as it stands, those of rings (see Relaxation.rings) too. */
export function sittingsOf(relaxation: Relaxation): Sitting[] {
  const { model } = relaxation;
  const { entered, left } = relaxation.choices();
  const { nodes, code } = model;
  const isSame = (from: number, to: number) =>
    nodes[from]!.leaves === nodes[to]!.thread && code[left[from]!] === code[entered[to]!];
  const seats: Sitting[] = [];
  const read = (requests: readonly number[], isRing: boolean) => {
    const mine: Sitting[] = [];
    requests.forEach((request, at) => {
      const { job } = nodes[request]!;
      if (at > 0 && isSame(requests[at - 1]!, request)) mine.at(-1)!.jobs.push(job);
      else mine.push({ jobs: [job], next: null });
    });
    mine.forEach((seat, at) => (seat.next = mine[at + 1] ?? null));
    if (isRing) mine.at(-1)!.next = mine[0]!;
    seats.push(...mine);
  };
  for (const chain of relaxation.chains()) read(chain, false);
  for (const ring of relaxation.rings()) read(ring, true);
  return seats;
}

/**
 * What stands against an order of the jobs in which every seat's jobs come before those of the seat behind it: pairs of
 * jobs, not decided yet, one of which has to be decided. None: `order` is such an order, near to `prefer`. `isBefore`:
 * what has to come before what for the seats to follow as they do.
 */
export function contradictions(
  seats: readonly Sitting[],
  precedence: Precedence,
  prefer: readonly number[],
): { pairs: [number, number][]; order: number[]; isBefore: (first: number, second: number) => boolean } {
  const { count } = precedence;
  const reach = new Uint8Array(count * count);
  for (let a = 0; a < count; a++)
    for (let b = 0; b < count; b++) if (precedence.has(a, b)) reach[a * count + b] = 1;
  const follow = seats.flatMap(({ jobs, next }) => (next ? [{ jobs, after: next.jobs }] : []));
  for (const { jobs, after } of follow) for (const a of jobs) for (const b of after) reach[a * count + b] = 1;
  for (let via = 0; via < count; via++)
    for (let a = 0; a < count; a++)
      if (reach[a * count + via])
        for (let b = 0; b < count; b++) if (reach[via * count + b]) reach[a * count + b] = 1;

  const pairs = new Map<string, [number, number]>();
  const add = (a: number, b: number) => {
    if (precedence.isOpen(a, b)) pairs.set(a < b ? `${a} ${b}` : `${b} ${a}`, [a, b]);
  };
  for (const { jobs, after } of follow) {
    // Where the two seats touch: deciding this pair the other way forbids the one to follow the other.
    const [last, first] = [jobs.at(-1)!, after[0]!];
    if (jobs.some((a) => after.some((b) => reach[b * count + a]))) add(last, first);
  }
  for (const { jobs, after } of follow)
    for (const a of jobs) for (const b of after) if (reach[b * count + a]) add(a, b);
  const isBefore = (a: number, b: number) => reach[a * count + b] === 1;
  if (pairs.size > 0) return { pairs: [...pairs.values()], order: [], isBefore };

  return { pairs: [], order: orderKeeping(prefer, isBefore), isBefore };
}
