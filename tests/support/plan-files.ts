import { readFileSync } from 'node:fs';
import type { PlanProblem } from '../../src/engines/planner/problem/problem.ts';

/** A planning problem as the files in tests/data/plan hold it, with a reference solver's minutes. */
interface PlanFile {
  instance: {
    machine: {
      positions: {
        needle: string | null;
        thread: string | null;
        pinned: boolean;
        needleLocked: boolean;
        outOfOrder: boolean;
      }[];
    };
    threads: { id: string; weightClass: string }[];
    jobs: {
      id: string;
      requests: { thread: string; needles: { kind: string; penalty: number }[] }[];
    }[];
    settings: Record<'tieOn' | 'rethread' | 'reEye' | 'needle' | 'retension', number>;
  };
  fixed?: { minutes: { direct: number } };
  free?: { minutes?: number; bestKnown?: number };
}

/** Reads one; `problem` is it in our terms, `fixed` the proven minutes of the order given, `free` the best known of any. */
export function planFile(name: string): { problem: PlanProblem; fixed: number | null; free: number | null } {
  const { instance, fixed, free } = JSON.parse(
    readFileSync(`tests/data/plan/${name}.json`, 'utf8'),
  ) as PlanFile;
  const { machine, threads, jobs, settings } = instance;
  return {
    problem: {
      positions: machine.positions.map((position, index) => ({
        position: index + 1,
        now: [{ needle: position.needle, thread: position.thread }],
        use: position.outOfOrder
          ? 'out-of-order'
          : position.pinned
            ? 'pinned'
            : position.needleLocked
              ? 'locked'
              : 'free',
        sewn: 0,
      })),
      jobs: jobs.map((job) => ({
        id: job.id,
        name: job.id,
        sewMinutes: 0,
        due: null,
        requests: job.requests.map((request, index) => ({
          thread: request.thread,
          stops: [index + 1],
          stitches: 0,
          needles: request.needles.map(({ kind, penalty }) => ({ needle: kind, penalty })),
        })),
      })),
      classes: Object.fromEntries(threads.map((thread) => [thread.id, thread.weightClass])),
      minutes: {
        tieOn: settings.tieOn,
        rethread: settings.rethread,
        reeye: settings.reEye,
        needle: settings.needle,
        retension: settings.retension,
      },
    },
    fixed: fixed?.minutes.direct ?? null,
    free: free?.minutes ?? free?.bestKnown ?? null,
  };
}
