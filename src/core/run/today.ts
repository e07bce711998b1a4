import { countsAsBreak, type Fault } from '../fault/faults.ts';
import { fieldOf, flagsOf, kindsWith } from '../ledger/about-kinds.ts';
import type { EventKind } from '../ledger/entry.ts';
import type { RunEvent } from './run-event.ts';

/** Kinds of entry that screens count by the day. */
export const kindsOfToday: readonly EventKind[] = [...kindsWith('breaks'), 'check_done'];

/** An entry of today as far as it is counted. */
export interface OfToday {
  id: string;
  kind: EventKind;
  at: string;
  head: number | null;
  position: number | null;
  fault: Fault | null;
}

/**
 * What counts today: the server's list when the page was made, with what was told since laid over it. The same for a page that was
 * opened long ago and for one opened now.
 */
export function todayNow(
  told: readonly OfToday[],
  events: readonly RunEvent[],
  isToday: (at: string) => boolean,
): OfToday[] {
  const byId = new Map(told.map((entry) => [entry.id, entry]));
  for (const event of events) {
    if (!kindsOfToday.includes(event.kind)) continue;
    const { id, kind, at, head, position } = event;
    const fault = (fieldOf(event, 'fault') ?? null) as Fault | null;
    if (event.void) byId.delete(id);
    else byId.set(id, { id, kind, at, head, position, fault });
  }
  return [...byId.values()].filter(({ at }) => isToday(at));
}

/** Breaks and false stops among today's entries, at one seat where one is named. */
export function stopsToday(
  today: readonly OfToday[],
  seat?: { head: number; position: number },
): { breaks: number; falseStops: number } {
  const stops = today.filter(
    ({ kind, head, position }) =>
      flagsOf(kind).breaks && (!seat || (head === seat.head && position === seat.position)),
  );
  const breaks = stops.filter(({ fault }) => countsAsBreak(fault)).length;
  return { breaks, falseStops: stops.length - breaks };
}
