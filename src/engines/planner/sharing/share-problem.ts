import type { ChangeMinutes } from '../problem/minutes.ts';
import type { PlanJob, PlanPosition } from '../problem/problem.ts';
import type { JobTimes, Lateness } from '../ordering/lateness.ts';

/** A machine that jobs may be given to, with each job as it would be sewn there. */
export interface ShareMachine {
  id: string;
  name: string;
  positions: readonly PlanPosition[];
  /** By job of the problem: its requests and sewing minutes on this machine. */
  jobs: readonly PlanJob[];
}

export interface ShareProblem {
  machines: readonly ShareMachine[];
  classes: Readonly<Record<string, string>>;
  minutes: ChangeMinutes;
  /** Jobs that stay where they are, by job id: the machine's id. They are sewn there first, in this order. */
  stays: Readonly<Record<string, string>>;
}

export interface ShareAsked {
  lateness?: Lateness;
  /** What a sewing minute less on the busiest machine is worth, in minutes of changing. */
  spanWeight?: number;
  /** Asked between steps: false stops with the best so far. */
  goOn?: () => boolean;
  /** How much of the time is used up, 0 to 1. */
  spent?: () => number;
  progress?: (share: number, best: number) => void;
}

/** What one machine gets. */
export interface Shared {
  machine: string;
  /** In sewing order. */
  jobs: JobTimes[];
}

export interface ShareOutcome {
  machines: Shared[];
  /** Changing, penalties of second-best needles, lateness, and the busiest machine's minutes at their weight. */
  cost: number;
  bound: number;
  proven: boolean;
  /** Splits looked at to the end. */
  looked: number;
}

/** Ten sewing minutes less on the busiest machine are worth a minute of changing: from memory, a setting. */
export const defaultSpanWeight = 0.1;
