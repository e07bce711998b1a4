import { useState } from 'react';
import { isSewn } from '../../core/jobs/is-sewn.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { sewNext } from '../../parts/job/sew-next.ts';
import type { Job } from '../../schemas/workshop.ts';

/** Which job the plan sews next on this machine, after the one that runs, and how another is laid down as that. */
export interface NextJob {
  id: string | null;
  sewNext: (job: Job) => Promise<void>;
}

export function useNextJob(jobs: readonly Job[], planned: readonly string[]): NextJob {
  const { data, view, operatorId, say } = useFrame();
  // Until the page is made anew with the plan that was changed.
  const [laid, setLaid] = useState<{ id: string; over: readonly string[] } | null>(null);
  const running = view.job;
  return {
    id: (laid?.over === planned ? laid.id : planned.find((id) => id !== running?.id)) ?? null,
    async sewNext(job) {
      try {
        const waiting = jobs.filter((each) => !isSewn(each)).map(({ id }) => id);
        await sewNext({ machineId: data.machine.id, jobId: job.id, running, waiting, operatorId });
        setLaid({ id: job.id, over: planned });
        say(`${job.name} is sewn next. Head shows the plan.`);
      } catch (error) {
        say(`Not laid down: ${(error as Error).message}`);
      }
    },
  };
}
