import { acceptanceOf, type Acceptance } from '../advice/acceptable.ts';
import { clothFromWords, fillIn } from '../advice/fill-in.ts';
import type { JobToSeat, SeatingContext, StopToSeat } from './asked.ts';

/**
 * Which needles may sew a job's stops: asked once for each element and thread, however many stops have them. Null where cloth or
 * thread are not known to the advice.
 */
export function needlesFor(
  job: Pick<JobToSeat, 'cloth' | 'schools'>,
  { threads, schools }: Pick<SeatingContext, 'threads' | 'schools'>,
): (stop: Pick<StopToSeat, 'threadId' | 'element'>) => Acceptance | null {
  const cloth = clothFromWords(job.cloth);
  const known = new Map<string, Acceptance | null>();
  return ({ threadId, element }) => {
    const key = `${element} ${threadId}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const thread = threads.get(threadId);
    const found =
      thread && cloth
        ? acceptanceOf(fillIn({ cloth, element, thread }, { ...schools, ...job.schools }))
        : null;
    known.set(key, found);
    return found;
  };
}
