import type { PlanJob } from './problem.ts';

/** What lateness costs, in minutes of changing per minute late. Hard: it outweighs any changing. */
export interface Lateness {
  perMinute: number;
}
export const costed: Lateness = { perMinute: 1 };
export const hard: Lateness = { perMinute: 1000 };

/** When each job is done, minutes from the beginning, given the minutes of changing before each. */
export function finishTimes(jobs: readonly PlanJob[], changeBefore: readonly number[]): number[] {
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

export function timesOf(jobs: readonly PlanJob[], changeBefore: readonly number[]): JobTimes[] {
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
  changeBefore: readonly number[],
  { perMinute }: Lateness,
): number {
  return finishTimes(jobs, changeBefore).reduce(
    (sum, finish, index) => sum + perMinute * minutesLate(jobs[index]!, finish),
    0,
  );
}

/**
 * Minutes late, all jobs together, that no order can be below, changes left out: the k-th job to be done is done no
 * sooner than the k shortest together take, and the due times lie best when they are paired in order.
 */
export function leastLateness(jobs: readonly PlanJob[]): number {
  const timed = jobs.filter((job) => job.due !== null);
  const dues = timed.map((job) => job.due!).sort((a, b) => a - b);
  let clock = 0;
  return timed
    .map((job) => job.sewMinutes)
    .sort((a, b) => a - b)
    .reduce((sum, minutes, index) => sum + Math.max(0, (clock += minutes) - dues[index]!), 0);
}
