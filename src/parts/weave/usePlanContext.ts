import { useMemo } from 'react';
import type { JobToPlan, SetupContext } from '../../core/plan/asked/setup.ts';
import type { MeasuredLeft } from '../../core/plan/asked/sew-minutes.ts';
import type { Scheme } from '../../core/plan/blocks/scheme.ts';
import type { Job } from '../../schemas/workshop.ts';
import { useFrame } from '../frame/context.tsx';
import { dayKey } from '../text.ts';

export const toPlan = (job: Job): JobToPlan => ({ ...job, done: job.tally.pieces });

/** What a plan is worked out from beside its own setup: the head, the jobs, the stores, the scheme that the head is kept to. */
export function usePlanContext(
  jobs: readonly Job[],
  scheme: (Scheme & { price: number }) | null,
  measured: MeasuredLeft = null,
): SetupContext {
  const {
    data: { machine, threads, needleKinds, schools, now, zone },
    view,
  } = useFrame();
  const today = dayKey(now, zone);
  return useMemo(
    () => ({
      machine,
      seats: view.seats,
      running: view.job,
      measured,
      jobs: jobs.map(toPlan),
      threads,
      shelf: needleKinds.map((kind) => kind.spec),
      schools,
      today,
      scheme,
    }),
    [view.seats, view.job, measured, jobs, machine, threads, needleKinds, schools, today, scheme],
  );
}
