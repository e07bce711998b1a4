import { useState } from 'react';
import { useFrame } from '../../parts/frame/context.tsx';
import { getJson } from '../../parts/live/get-json.ts';
import type { Job } from '../../schemas/workshop.ts';

/** The waiting jobs that are here, and more of them by due day when they are asked for. */
export function useMoreJobs(first: readonly Job[], firstNext: string | null) {
  const { say } = useFrame();
  const [next, setNext] = useState(firstNext);
  const [jobs, setJobs] = useState(first);
  const more = async () => {
    if (next === null) return;
    try {
      const page = await getJson<{ items: Job[]; next: string | null }>(`/api/jobs?limit=60&after=${next}`);
      const fresh = page.items.filter((job) => !jobs.some((known) => known.id === job.id));
      setJobs([...jobs, ...fresh]);
      setNext(page.next);
    } catch (error) {
      say(`No more jobs came: ${(error as Error).message}`);
    }
  };
  return { jobs, more, isMore: next !== null };
}
