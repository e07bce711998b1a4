import { isKind, type RunEvent } from './run-event.ts';

const newest = <Event extends RunEvent>(events: readonly Event[]): Event | undefined =>
  events.reduce<Event | undefined>(
    (best, event) =>
      !best || event.at > best.at || (event.at === best.at && event.id > best.id) ? event : best,
    undefined,
  );

/** The case in a head, as the newest entry about it says; null: it was taken out; undefined: nobody said. */
export function caseIn(events: readonly RunEvent[], head: number): string | null | undefined {
  const put = events.filter((event) => isKind(event, 'case_fitted') && (event.head ?? 1) === head);
  const last = newest(put);
  return last && isKind(last, 'case_fitted') ? last.data.caseId : undefined;
}

/** The newest reading of a case; of whichever was read where none is named. A simulated gauge read none. */
export function readingOf(events: readonly RunEvent[], caseId?: string | null) {
  const read = events.flatMap((event) =>
    isKind(event, 'case_measured') &&
    event.data.by !== 'simulated' &&
    (!caseId || !event.data.caseId || event.data.caseId === caseId)
      ? [event]
      : [],
  );
  return newest(read) ?? null;
}
