/** Minutes of each round besides sewing, from memory: hooping, and a trim and colour change a stop. */
const hoopingMinutes = 1.5;
const colourChangeMinutes = 0.15;
/** Of the top speed, where nothing limits it: what a machine sews at over a day, from memory. */
export const usualShare = 0.85;

/** What is left of a job as its last pieces took it, ms; null: too few to tell. It stands before any reckoning. */
export type MeasuredLeft = number | null;

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
 * sew together. `limits` (stitches/min) in the order of the stops; null or missing: none. Unrounded. As measured it is what was measured in all: no more of it
 * at the needle than reckoned.
 */
export function workLeft(
  job: JobToTime,
  machine: { heads: number; topSpeed: number },
  limits: readonly ({ limit: number } | null)[] = [],
  measured: MeasuredLeft = null,
): WorkLeft {
  const rounds = Math.ceil(Math.max(0, job.pieces - job.done) / machine.heads);
  const usual = machine.topSpeed * usualShare;
  const sewing = job.stops.reduce(
    (sum, { stitches }, index) => sum + stitches / Math.min(usual, limits[index]?.limit ?? usual),
    0,
  );
  if (measured !== null) {
    const all = measured / 60_000;
    const atNeedle = Math.min(all, rounds * sewing);
    return { sewing: atNeedle, between: all - atNeedle };
  }
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
