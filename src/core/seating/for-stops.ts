import { adviseStop, type JobToAdvise, type StopAdvice } from '../advice/stop-advice.ts';
import type { SeatingContext, StopToSeat } from './context.ts';

/** What is advised for a job's stops. Null where cloth or thread are not known to the advice. */
export function needlesFor(
  job: JobToAdvise,
  { threads, schools }: Pick<SeatingContext, 'threads' | 'schools'>,
): (stop: Pick<StopToSeat, 'threadId' | 'element' | 'measures'>) => StopAdvice | null {
  return (stop) => {
    const thread = threads.get(stop.threadId);
    return thread ? adviseStop(job, stop, thread, schools) : null;
  };
}
