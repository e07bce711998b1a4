import { seatJob, seatsToRecord } from '../../../core/seating/seating.ts';
import type { Job } from '../../../schemas/workshop.ts';
import type { ActionContext } from './context.ts';

/** Which job is on the machine, and where its stops sew. */
export function jobActions({ live, job, seating, say }: ActionContext) {
  return {
    startJob(next: Job): void {
      const seats = seatsToRecord(seatJob(next, seating));
      live.write({ kind: 'job_started', jobId: next.id, data: { seating: seats } });
      // What it takes the place of is said, and how to have it back.
      say(
        job && job.id !== next.id
          ? `${next.name} is on the machine instead of ${job.name}. Undo puts ${job.name} back.`
          : `${next.name} is on the machine.`,
      );
    },

    /** A stop of the running job sews elsewhere from here on; what was sewn stays booked where it was. */
    moveStop(stop: number, position: number): void {
      if (!job) return say('Put a job on the machine first, on Run.');
      live.write({ kind: 'stop_moved', jobId: job.id, data: { stop, position } });
      say(`Stop ${stop} sews at position ${position} from here on.`);
    },
  };
}
