import { isKind, sewnIn, type RunEvent } from './run-event.ts';

/** A stretch of a job's runs in which a stop was sewn on one position. Runs are counted from 1 as they were finished. */
export interface SewnThere {
  position: number;
  from: number;
  to: number;
}

/** What sewed of a job, oldest first, each with the run that it belongs to: what was sewn before a run was finished is part of it. */
function runsOf<Event extends RunEvent>(
  events: readonly Event[],
  jobId: string,
): { event: Event; run: number }[] {
  let run = 1;
  return events
    .filter((event) => event.jobId === jobId && sewnIn(event) !== null)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1))
    .map((event) => ({ event, run: isKind(event, 'piece_finished') ? run++ : run }));
}

/** How many runs of a job were finished. One run on four heads is four pieces. */
export const runsFinished = (events: readonly RunEvent[], jobId: string): number =>
  events.filter((event) => isKind(event, 'piece_finished') && event.jobId === jobId).length;

/** On which positions each stop was sewn, as it is on record; by stop number, in sewing order. */
export function whereSewn(events: readonly RunEvent[], jobId: string): Map<number, SewnThere[]> {
  const found = new Map<number, SewnThere[]>();
  for (const { event, run } of runsOf(events, jobId))
    for (const { stop, position } of sewnIn(event)!.stops) {
      const there = found.get(stop) ?? [];
      const last = there.at(-1);
      if (last?.position === position) last.to = run;
      else there.push({ position, from: run, to: run });
      found.set(stop, there);
    }
  return new Map([...found].sort(([a], [b]) => a - b));
}

/**
 * The corrections that move a stop of some runs (`from` to `to`, both counted) to another position: what each entry's stops are then.
 * What stands there already is left alone.
 */
export function movedRuns<Event extends RunEvent>(
  events: readonly Event[],
  asked: { jobId: string; stop: number; from: number; to: number; position: number },
): { event: Event; stops: { stop: number; position: number; stitches: number }[] }[] {
  return runsOf(events, asked.jobId).flatMap(({ event, run }) => {
    const { stops } = sewnIn(event)!;
    const isAsked = (sewn: (typeof stops)[number]) =>
      sewn.stop === asked.stop && sewn.position !== asked.position;
    if (run < asked.from || run > asked.to || !stops.some(isAsked)) return [];
    return [
      { event, stops: stops.map((stop) => (isAsked(stop) ? { ...stop, position: asked.position } : stop)) },
    ];
  });
}
