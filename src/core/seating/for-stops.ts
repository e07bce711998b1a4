import { adviseStop, type JobToAdvise, type StopAdvice } from '../advice/of-stop.ts';
import type { SeatingContext, StopToSeat } from './asked.ts';

/**
 * What is advised for a job's stops: asked once for each thread and what it sews, however many stops have them. Null where cloth or
 * thread are not known to the advice.
 */
export function needlesFor(
  job: JobToAdvise,
  { threads, schools }: Pick<SeatingContext, 'threads' | 'schools'>,
): (stop: Pick<StopToSeat, 'threadId' | 'element' | 'measures'>) => StopAdvice | null {
  const known = new Map<string, StopAdvice | null>();
  return (stop) => {
    const { threadId, element, measures } = stop;
    const key = `${threadId} ${element} ${measures ? JSON.stringify(measures.parts) : ''}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const thread = threads.get(threadId);
    const found = thread ? adviseStop(job, stop, thread, schools) : null;
    known.set(key, found);
    return found;
  };
}
