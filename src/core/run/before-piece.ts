import type { Seat } from '../ledger/head-now.ts';
import { isKind, type RunEvent } from './run-event.ts';

/** A piece that took less than this share of its sewing time cannot have been sewn. From memory. */
const leastShare = 0.5;

/**
 * Whether a piece of a job is said to be finished before it can have been sewn: how long ago the last one was, and how long one takes
 * at least, ms; null: it can. `stitches`: left to sew of it; `speed` in stitches a minute. The first piece of a job is never too soon.
 */
export function tooSoon(
  events: readonly RunEvent[],
  asked: { jobId: string; now: string; stitches: number; speed: number },
): { sinceMs: number; needsMs: number } | null {
  const last = Math.max(
    -Infinity,
    ...events
      .filter((event) => isKind(event, 'piece_finished') && !event.void && event.jobId === asked.jobId)
      .map((event) => Date.parse(event.at)),
  );
  const sinceMs = Math.max(0, Date.parse(asked.now) - last);
  const needsMs = (asked.stitches / asked.speed) * 60_000;
  return sinceMs < leastShare * needsMs ? { sinceMs, needsMs } : null;
}

/** Seats whose needle broke and on which no new one is on record since, with the break: nobody said what went in. */
export function brokenNeedles<Event extends RunEvent>(
  seats: readonly Seat[],
  events: readonly Event[],
): { seat: Seat; broke: Event }[] {
  return seats.flatMap((seat) => {
    const broke = events
      .filter(
        (event) =>
          isKind(event, 'break') &&
          !event.void &&
          event.data.fault === 'needle_broke' &&
          event.head === seat.head &&
          event.position === seat.position,
      )
      .sort((a, b) => Date.parse(b.at) - Date.parse(a.at))[0];
    const isNew = broke && seat.needle && Date.parse(seat.needle.fittedAt) >= Date.parse(broke.at);
    return broke && !isNew ? [{ seat, broke }] : [];
  });
}

/** Two breaks at one seat so close together, ms, are likely one that two devices logged. From memory. */
const sameWithinMs = 30_000;

/** Breaks that are likely the same one, logged on two devices: the earlier first. Null: there are none that the machine stands in. */
export function likelyOne<Event extends RunEvent>(
  events: readonly Event[],
  openStop: RunEvent | null,
): { first: Event; second: Event } | null {
  if (!openStop) return null;
  const breaks = events
    .filter(
      (event) => isKind(event, 'break') && !event.void && Date.parse(event.at) >= Date.parse(openStop.at),
    )
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  for (const [index, second] of breaks.entries()) {
    if (isKind(second, 'break') && second.data.isApart) continue;
    const first = breaks
      .slice(0, index)
      .find(
        (before) =>
          before.head === second.head &&
          before.position === second.position &&
          Date.parse(second.at) - Date.parse(before.at) <= sameWithinMs,
      );
    if (first) return { first, second };
  }
  return null;
}
