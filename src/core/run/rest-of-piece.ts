import type { SeatedStop } from '../seating/seating.ts';
import { isKind, type RunEvent } from './run-event.ts';

/** A colour stop with the position that sews it. */
export interface PlacedStop {
  stop: number;
  position: number;
  stitches: number;
}

/** A job's stops with the positions that sew them; a stop whose thread is on no position is left out. */
export function designOf(
  stops: readonly { stop: number; stitches: number }[],
  seated: readonly SeatedStop[],
): PlacedStop[] {
  const at = new Map(seated.map(({ stop, position }) => [stop, position]));
  return stops.flatMap(({ stop, stitches }) => {
    const position = at.get(stop) ?? null;
    return position === null ? [] : [{ stop, stitches, position }];
  });
}

/**
 * What is left to sew of the piece on the machine: the design less what was sewn before it was stopped in the middle
 * (part_sewn, paused) since the last piece of this job ended. `events` in any order.
 */
export function restOfPiece(
  design: readonly PlacedStop[],
  events: readonly RunEvent[],
  jobId: string,
): PlacedStop[] {
  const own = events.filter((event) => event.jobId === jobId);
  const ended = own
    .filter(
      (event) =>
        isKind(event, 'piece_finished') || (isKind(event, 'part_sewn') && event.data.outcome === 'spoiled'),
    )
    .map((event) => Date.parse(event.at));
  const since = Math.max(-Infinity, ...ended);
  const sewn = new Map<number, number>();
  for (const event of own) {
    if (!isKind(event, 'part_sewn') || Date.parse(event.at) <= since) continue;
    for (const { stop, stitches } of event.data.stops) sewn.set(stop, (sewn.get(stop) ?? 0) + stitches);
  }
  return design
    .map((stop) => ({ ...stop, stitches: stop.stitches - (sewn.get(stop.stop) ?? 0) }))
    .filter((stop) => stop.stitches > 0);
}

/** The first `stitches` of what is to be sewn, stop by stop: what a stitch counter says was done. */
export function firstStitches(rest: readonly PlacedStop[], stitches: number): PlacedStop[] {
  let left = stitches;
  return rest.flatMap((stop) => {
    const done = Math.min(left, stop.stitches);
    left -= done;
    return done > 0 ? [{ ...stop, stitches: done }] : [];
  });
}
