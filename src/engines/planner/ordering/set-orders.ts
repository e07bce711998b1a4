import { minutesLate } from './lateness.ts';
import type { PlanJob } from '../problem/problem.ts';

/** Jobs whose sets are gone through again and again: 2^12. */
export const mostOrdered = 12;

/**
 * The order of jobs that is late least, changes left out, whatever has to come before what: exact, by dynamic programming
 * over the sets of jobs that are done (Held and Karp 1962), since when a set is done follows from which it is. For up
 * to {@link mostOrdered} jobs that are not frozen.
 */
export class SetOrders {
  private readonly free: number[];
  /** By set of free jobs done: the least minutes late, and the job done last. */
  private readonly least: Float64Array;
  private readonly last: Int8Array;
  /** Minutes late of a free job right behind a set, at [set * free jobs + job]. */
  private readonly late: Float64Array;
  private readonly frozenLate: number;

  /** `frozen`: jobs that come first, in this order. */
  constructor(
    jobs: readonly PlanJob[],
    private readonly frozen: readonly number[],
  ) {
    this.free = jobs.map((_, job) => job).filter((job) => !frozen.includes(job));
    const count = this.free.length;
    const sets = 2 ** count;
    this.least = new Float64Array(sets);
    this.last = new Int8Array(sets);
    this.late = new Float64Array(sets * count);
    let clock = 0;
    let late = 0;
    for (const job of frozen) late += minutesLate(jobs[job]!, (clock += jobs[job]!.sewMinutes));
    this.frozenLate = late;
    for (let set = 0; set < sets; set++) {
      const ends = this.free.reduce(
        (sum, job, bit) => sum + (set & (1 << bit) ? jobs[job]!.sewMinutes : 0),
        clock,
      );
      for (const [bit, job] of this.free.entries())
        this.late[set * count + bit] = minutesLate(jobs[job]!, ends + jobs[job]!.sewMinutes);
    }
  }

  /** The least minutes late of all jobs in an order that `isBefore` allows, and that order. */
  find(isBefore: (first: number, second: number) => boolean): { late: number; order: number[] } {
    const { free, least, last, late } = this;
    const count = free.length;
    const all = 2 ** count - 1;
    const before = free.map((job) =>
      free.reduce((set, other, bit) => (isBefore(other, job) ? set | (1 << bit) : set), 0),
    );
    least.fill(Infinity);
    least[0] = this.frozenLate;
    for (let set = 0; set < all; set++) {
      if (least[set] === Infinity) continue;
      for (let bit = 0; bit < count; bit++) {
        if (set & (1 << bit) || (before[bit]! & set) !== before[bit]!) continue;
        const sum = least[set]! + late[set * count + bit]!;
        const next = set | (1 << bit);
        if (sum >= least[next]!) continue;
        least[next] = sum;
        last[next] = bit;
      }
    }
    const order: number[] = [];
    for (let set = all; set > 0; set ^= 1 << last[set]!) order.push(free[last[set]!]!);
    return { late: least[all]!, order: [...this.frozen, ...order.reverse()] };
  }
}
