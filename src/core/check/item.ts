import type { Deed } from '../ledger/deed.ts';
import type { MechanicalCheck } from '../trouble/mechanical-checks.ts';

/** Where an item stands on the list. */
export const checkGroups = {
  threads: 'Threads that rested',
  bobbin: 'Bobbin',
  needles: 'Needles',
  oil: 'Clean and oil',
  mechanics: 'With the power off',
  job: 'This job',
  asked: 'Asked for',
  watch: 'Breaks that rose',
} as const;
export type CheckGroup = keyof typeof checkGroups;

/** One thing that this machine needs today before this job, and why it is there today. */
export interface CheckItem {
  /** The same item has the same key every day: "thread:7", "oil-hook". */
  key: string;
  group: CheckGroup;
  /** `day`: once a day. `job`: again for each job. */
  scope: 'day' | 'job';
  says: string;
  why: string;
  /** How it is done, in one sentence; null where the words say it. */
  how: string | null;
  position: number | null;
  /** The mechanical check that it is: its finding is an entry of its own. */
  mechanical?: MechanicalCheck;
  /** What is done about it: then that is its entry, and a tick alone would say nothing. */
  deed?: Deed;
}

/** What was said of an item: done, or not done and why. */
export interface CheckMark {
  key: string;
  jobId: string | null;
  at: string;
  state: 'done' | 'not_done';
  why: string | null;
}

/** The mark that a `check_done` entry makes; `id`: the entry. */
export function markFrom(event: {
  id: string;
  at: string;
  jobId: string | null;
  data: Readonly<Record<string, unknown>>;
}): CheckMark & { id: string } {
  const { id, at, jobId, data } = event;
  const { item, state, why } = data as { item: string; state: CheckMark['state']; why?: string };
  return { id, key: item, jobId, at, state, why: why ?? null };
}

/**
 * The mark that counts for an item, or null while it is open: the newest of today for a day's item, the newest since the
 * job was put on for a job's. `marks` in any order.
 */
export function markOf(
  item: Pick<CheckItem, 'key' | 'scope'>,
  marks: readonly CheckMark[],
  { dayStart, jobId, jobSince }: { dayStart: string; jobId: string | null; jobSince: string | null },
): CheckMark | null {
  const from = item.scope === 'day' ? dayStart : (jobSince ?? dayStart);
  const counting = marks.filter(
    (mark) =>
      mark.key === item.key &&
      Date.parse(mark.at) >= Date.parse(from) &&
      (item.scope === 'day' || mark.jobId === jobId),
  );
  return counting.sort((a, b) => Date.parse(b.at) - Date.parse(a.at))[0] ?? null;
}
