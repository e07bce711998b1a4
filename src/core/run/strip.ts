import { millisecondsInDay } from 'date-fns/constants';
import type { EntryData, KindWith } from '../ledger/entry.ts';
import { isKind, type RunEvent } from './run-event.ts';

/** A stretch of time in which one needle or cone sat on a position. */
export interface Span<K extends KindWith<'fits'>> {
  from: number;
  to: number;
  data: EntryData[K];
}

/** A position's life on one strip of time. Instants in ms. */
export interface Strip {
  from: number;
  to: number;
  needles: Span<'needle_fitted'>[];
  cones: Span<'cone_mounted'>[];
  breaks: { at: number; fault: EntryData['break']['fault']; lostMs: number | null }[];
  /** Readings of the bobbin case at the machine, g. */
  readings: { at: number; grams: number }[];
}

/**
 * A position's needle, cone, breaks and the case's readings between the first of them and `now`, at least a day and at
 * most `mostDays` long. What sat there when the strip begins is drawn from its beginning. `events`: of one seat, and the
 * machine's case readings, in any order.
 */
export function stripOf(events: readonly RunEvent[], now: string, mostDays = 90): Strip {
  const to = Date.parse(now);
  const counting = events
    .filter((event) => !event.void && Date.parse(event.at) <= to)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
  const own = counting.filter((event) => event.kind !== 'case_measured');
  const first = own[0] ? Date.parse(own[0].at) : to;
  const from = Math.min(Math.max(first, to - mostDays * millisecondsInDay), to - millisecondsInDay);
  const spans = <K extends KindWith<'fits'>>(kind: K): Span<K>[] => {
    const set = counting.flatMap((event) =>
      event.kind === kind ? [{ at: Date.parse(event.at), data: event.data as EntryData[K] }] : [],
    );
    return set
      .map(({ at, data }, index) => ({ from: Math.max(from, at), to: set[index + 1]?.at ?? to, data }))
      .filter((span) => span.to > span.from);
  };
  const within = counting.filter((event) => Date.parse(event.at) >= from);
  return {
    from,
    to,
    needles: spans('needle_fitted'),
    cones: spans('cone_mounted'),
    breaks: within.flatMap((event) =>
      isKind(event, 'break')
        ? [
            {
              at: Date.parse(event.at),
              fault: event.data.fault,
              lostMs: event.lostMs,
            },
          ]
        : [],
    ),
    readings: within.flatMap((event) =>
      isKind(event, 'case_measured') ? [{ at: Date.parse(event.at), grams: event.data.grams }] : [],
    ),
  };
}
