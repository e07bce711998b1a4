import type { Event } from '../../schemas/ledger/event.ts';
import type { Job } from '../../schemas/workshop.ts';
import type { ShownEvent } from './view.ts';

/**
 * Pieces of a job that a tally did not have. `first`: the events that the page was made with; `now`: those it shows, the ones on their way
 * included, whenever their device says they were made; `asOf`: the newest number whose pieces the tally has.
 */
export function piecesSince(
  jobId: string,
  first: readonly Event[],
  now: readonly ShownEvent[],
  asOf: number,
): number {
  const counted = first.filter((event) => event.seq <= asOf);
  const inTally = new Set(counted.map(({ id }) => id));
  const isNew = (event: ShownEvent) =>
    event.pending !== undefined ||
    inTally.has(event.id) ||
    // One from before the page, only corrected since, is in the tally as it was.
    (event.seq > asOf && (event.corrections === 0 || first.some(({ id }) => id === event.id)));
  return pieces(jobId, now.filter(isNew)) - pieces(jobId, counted);
}

function pieces(jobId: string, events: readonly ShownEvent[]): number {
  return events.reduce(
    (sum, event) =>
      event.kind === 'piece_finished' && !event.void && event.jobId === jobId
        ? sum + event.data.heads.length
        : sum,
    0,
  );
}

/** Pieces finished of the job on the machine: the server's tally when the page was made, and what it did not have then. */
export function piecesDone(
  data: { job: Job | null; events: readonly Event[]; jobAsOf: number; head: { seq: number } },
  now: readonly ShownEvent[],
  job: Job,
): number {
  const isFromFrame = data.job?.id === job.id;
  return (
    (isFromFrame ? data.job!.tally.pieces : job.tally.pieces) +
    piecesSince(job.id, data.events, now, isFromFrame ? data.jobAsOf : data.head.seq)
  );
}
