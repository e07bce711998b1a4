import type { JobToSeat, SeatingContext } from './context.ts';
import { needlesFor } from './for-stops.ts';

/** The slowest that a job asks for: stitches a minute at most, which stop asks it and why. */
export interface SpeedLimit {
  limit: number;
  stop: number;
  because: string;
}

/** Each stop's limit in stitches a minute, in the order of the stops; null: the machine's own. */
export function speedLimits(
  job: Omit<JobToSeat, 'id'>,
  context: Pick<SeatingContext, 'threads' | 'schools'>,
): (SpeedLimit | null)[] {
  const needles = needlesFor(job, context);
  return job.stops.map((stop) => {
    const speed = needles(stop)?.speed;
    return speed ? { limit: speed.limit, stop: stop.stop, because: speed.reasons[0]?.says ?? '' } : null;
  });
}
