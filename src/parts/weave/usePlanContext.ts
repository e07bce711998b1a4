import { useMemo } from 'react';
import type { JobToPlan, SetupContext } from '../../core/plan/asked/setup.ts';
import type { Scheme } from '../../core/plan/blocks/scheme.ts';
import type { Job } from '../../schemas/workshop.ts';
import { useFrame } from '../frame/context.tsx';
import { dayKey } from '../text.ts';

export const toPlan = (job: Job): JobToPlan => ({ ...job, done: job.tally.pieces });

/** What a plan is worked out from beside its own setup: the head, the jobs, the stores, the scheme that the head is kept to. */
export function usePlanContext(
  jobs: readonly Job[],
  scheme: (Scheme & { price: number }) | null,
): SetupContext {
  const { data, view } = useFrame();
  return useMemo(
    () => ({
      machine: data.machine,
      seats: view.seats,
      running: view.job,
      jobs: jobs.map(toPlan),
      threads: data.threads,
      shelf: data.needleKinds.map((kind) => kind.spec),
      schools: data.schools,
      today: dayKey(data.now, data.zone),
      scheme,
    }),
    [view.seats, view.job, jobs, data, scheme],
  );
}
