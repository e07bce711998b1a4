import { eyeFit } from '../core/needle/eye.ts';
import type { SeatedStop } from '../core/seating/seating.ts';
import type { Seat } from '../core/ledger/head-now.ts';
import type { Job, Machine, Thread } from '../schemas/workshop.ts';
import type { SimulatedSetup, SimulatedStop } from './machine.ts';

/**
 * What the simulated machine needs, from a job and the head as it is. Stops without a position are left out, as on the
 * machine; null when none is left.
 */
export function simulatedSetup(
  {
    machine,
    job,
    seated,
    seats,
    threads,
  }: {
    machine: Machine;
    job: Job;
    seated: readonly SeatedStop[];
    seats: readonly Seat[];
    threads: ReadonlyMap<string, Thread>;
  },
  { speed, tensionOff, chance }: Pick<SimulatedSetup, 'speed' | 'tensionOff' | 'chance'>,
): SimulatedSetup | null {
  const first = seats.filter((seat) => seat.head === 1);
  const stops = job.stops.flatMap(({ stop, stitches, threadId }, index): SimulatedStop[] => {
    const position = seated[index]?.position;
    const thread = threads.get(threadId);
    if (!position || !thread) return [];
    const needle = first.find((seat) => seat.position === position)?.needle;
    const eyeFill = needle ? eyeFit(needle.spec, thread).fill.value : 0.6;
    return [{ stop, stitches, position, fibre: thread.fibre, eyeFill }];
  });
  if (stops.length === 0) return null;
  const needleStitches = (head: number, position: number) =>
    seats.find((seat) => seat.head === head && seat.position === position)?.needle?.age.stitches ?? 0;
  return { heads: machine.heads, stops, speed, tensionOff, needleStitches, chance };
}
