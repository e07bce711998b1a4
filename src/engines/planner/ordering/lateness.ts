import type { PlanJob } from '../problem/problem.ts';

/** What lateness costs, in minutes of changing per minute late. Hard: it outweighs any changing. */
export interface Lateness {
  perMinute: number;
}
export const costed: Lateness = { perMinute: 1 };
export const hard: Lateness = { perMinute: 1000 };

/** When each job is done, minutes from the beginning, given the minutes of changing before each. */
export function finishTimes(jobs: readonly PlanJob[], changeBefore: ArrayLike<number>): number[] {
  let clock = 0;
  return jobs.map((job, index) => (clock += changeBefore[index]! + job.sewMinutes));
}

/** When one job is changed for, sewn and done. */
export interface JobTimes {
  job: string;
  changeMinutes: number;
  /** Minutes from the plan's beginning. */
  begins: number;
  ends: number;
  late: number;
}

/** When each job is changed for, begun and done, in the order given; minutes from the plan's beginning. `changeBefore`: minutes of changing before each. */
export function timesOf(jobs: readonly PlanJob[], changeBefore: ArrayLike<number>): JobTimes[] {
  const ends = finishTimes(jobs, changeBefore);
  return jobs.map((job, at) => ({
    job: job.id,
    changeMinutes: changeBefore[at]!,
    begins: ends[at]! - job.sewMinutes,
    ends: ends[at]!,
    late: minutesLate(job, ends[at]!),
  }));
}

/** Minutes late of a job that is done at `finish`: 0 when it is in time or has no due time. */
export const minutesLate = (job: PlanJob, finish: number) =>
  job.due === null ? 0 : Math.max(0, finish - job.due);

/** Cost of all lateness. */
export function latenessCost(
  jobs: readonly PlanJob[],
  changeBefore: ArrayLike<number>,
  { perMinute }: Lateness,
): number {
  return finishTimes(jobs, changeBefore).reduce(
    (sum, finish, index) => sum + perMinute * minutesLate(jobs[index]!, finish),
    0,
  );
}

/**
 * Minutes late, all jobs together, that no order can be below, changes left out: the k-th job to be done is done no
 * sooner than the k shortest together take, and the due times lie best when they are paired in order. `clock`: when the
 * first of them can begin.
 */
export function leastLateness(jobs: readonly PlanJob[], clock = 0): number {
  const timed = jobs.filter((job) => job.due !== null);
  const dues = timed.map((job) => job.due!).sort((a, b) => a - b);
  return timed
    .map((job) => job.sewMinutes)
    .sort((a, b) => a - b)
    .reduce((sum, minutes, index) => sum + Math.max(0, (clock += minutes) - dues[index]!), 0);
}

/**
 * Minutes late of the jobs that are left, for every set of them, in the best order and changes left out: exact, by dynamic
 * programming over the sets (when the last ones begin follows from which they are). Index: a bit for each job left.
 * `clock`: when the first of all can begin. For up to 15 jobs.
 */
export function latenessOfRests(jobs: readonly PlanJob[], clock: number): Float64Array {
  const count = 1 << jobs.length;
  const sewn = new Float64Array(count);
  for (let set = 1; set < count; set++) {
    const first = 31 - Math.clz32(set & -set);
    sewn[set] = sewn[set & (set - 1)]! + jobs[first]!.sewMinutes;
  }
  const late = new Float64Array(count);
  for (let left = 1; left < count; left++) {
    const begins = clock + sewn[count - 1]! - sewn[left]!;
    let least = Infinity;
    for (const [index, job] of jobs.entries()) {
      if (!(left & (1 << index))) continue;
      const minutes = minutesLate(job, begins + job.sewMinutes) + late[left ^ (1 << index)]!;
      if (minutes < least) least = minutes;
    }
    late[left] = least;
  }
  return late;
}
