/** Minutes of each round besides sewing, from memory: hooping, and a trim and colour change a stop. */
const hoopingMinutes = 1.5;
const colourChangeMinutes = 0.15;
/** Of the top speed, where nothing limits it: what a machine sews at over a day, from memory. */
export const usualShare = 0.85;

interface JobToTime {
  pieces: number;
  /** Pieces finished so far. */
  done: number;
  stops: readonly { stitches: number }[];
}

/** What is left to do of a job on a machine, minutes: at the needle, and between (hooping, colour changes). Needle changes are not in it. */
export interface WorkLeft {
  sewing: number;
  between: number;
}

/**
 * From a job's next stitch to its last piece: each stop at 85 % of the top speed or at its own limit, colour changes, hooping; heads
 * sew together. `limits` (stitches/min) in the order of the stops; null or missing: none. Unrounded.
 */
export function workLeft(
  job: JobToTime,
  machine: { heads: number; topSpeed: number },
  limits: readonly ({ limit: number } | null)[] = [],
): WorkLeft {
  const rounds = Math.ceil(Math.max(0, job.pieces - job.done) / machine.heads);
  const usual = machine.topSpeed * usualShare;
  const sewing = job.stops.reduce(
    (sum, { stitches }, index) => sum + stitches / Math.min(usual, limits[index]?.limit ?? usual),
    0,
  );
  return {
    sewing: rounds * sewing,
    between: rounds * (job.stops.length * colourChangeMinutes + hoopingMinutes),
  };
}

/** {@link workLeft} in all, in whole minutes. */
export function sewMinutes(...asked: Parameters<typeof workLeft>): number {
  const { sewing, between } = workLeft(...asked);
  return Math.round(sewing + between);
}
