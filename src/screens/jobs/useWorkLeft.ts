import { useMemo } from 'react';
import { workLeft, type MeasuredLeft, type WorkLeft } from '../../core/plan/asked/sew-minutes.ts';
import { speedLimits } from '../../core/seating/speed.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Job } from '../../schemas/workshop.ts';

/** What each job still takes on this machine, by its id, as the plan reckons it; and of all of them together. `measured`: of the one that runs. */
export function useWorkLeft(
  jobs: readonly Job[],
  measured: MeasuredLeft,
): { of: ReadonlyMap<string, WorkLeft>; all: WorkLeft } {
  const { data, seating, view } = useFrame();
  const running = view.job?.id;
  const { threads, schools } = seating;
  const { heads, topSpeed } = data.machine;
  return useMemo(() => {
    const of = new Map(
      jobs.map((job) => [
        job.id,
        workLeft(
          { ...job, done: job.tally.pieces },
          { heads, topSpeed },
          speedLimits(job, { threads, schools }),
          job.id === running ? measured : null,
        ),
      ]),
    );
    const sum = (part: keyof WorkLeft) => [...of.values()].reduce((total, left) => total + left[part], 0);
    return { of, all: { sewing: sum('sewing'), between: sum('between') } };
  }, [jobs, heads, topSpeed, threads, schools, running, measured]);
}
