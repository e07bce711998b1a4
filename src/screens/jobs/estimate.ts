import type { Job, Machine } from '../../schemas/workshop.ts';

/**
 * Sewing time a job still needs on a machine, ms: rounds left (pieces over heads) × stitches over top speed.
 * Changes, trims and hooping are not in it.
 */
export function leftMs(job: Job, machine: Pick<Machine, 'heads' | 'topSpeed'>): number {
  const stitches = job.stops.reduce((sum, stop) => sum + stop.stitches, 0);
  const rounds = Math.ceil(Math.max(0, job.pieces - job.tally.pieces) / machine.heads);
  return (rounds * stitches * 60_000) / machine.topSpeed;
}
