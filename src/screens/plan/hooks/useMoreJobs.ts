import { useMemo, useState } from 'react';
import { useFrame } from '../../../parts/frame/context.tsx';
import { useKeptParts } from '../../../parts/frame/useKeptParts.ts';
import { getJson } from '../../../parts/live/get-json.ts';
import type { Job } from '../../../schemas/workshop.ts';

/** The waiting jobs that are here, and more of them by due day when they are asked for. */
export function useMoreJobs(first: readonly Job[], firstNext: string | null) {
  const { say } = useFrame();
  const [next, setNext] = useState(firstNext);
  const [asked, setAsked] = useState<readonly Job[]>([]);
  // The first ones come anew with the page, as many pieces of them as are sewn.
  const now = useKeptParts(useMemo(() => ({ first, asked }), [first, asked]));
  const jobs = useMemo(
    () => [...now.first, ...now.asked.filter(({ id }) => !now.first.some((job) => job.id === id))],
    [now],
  );
  const more = async () => {
    if (next === null) return;
    try {
      const page = await getJson<{ items: Job[]; next: string | null }>(`/api/jobs?limit=60&after=${next}`);
      setAsked([...asked, ...page.items]);
      setNext(page.next);
    } catch (error) {
      say(`No more jobs came: ${(error as Error).message}`);
    }
  };
  return { jobs, more, isMore: next !== null };
}
