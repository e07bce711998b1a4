import { fieldOf, is } from '../../../core/ledger/about-kinds.ts';
import type { EventOfCase } from '../../../core/tension/case/life.ts';
import type { Event } from '../../../schemas/ledger/event.ts';

/** A case's life as told by the server, with what was written on this page since laid over it; oldest first. */
export function lifeOf(caseId: string, told: readonly Event[], live: readonly Event[]): EventOfCase[] {
  const byId = new Map(told.map((event) => [event.id, event]));
  for (const event of live) if (fieldOf(event, 'caseId') === caseId) byId.set(event.id, event);
  return [...byId.values()]
    .filter((event) => !event.void)
    .filter((event) => is(event, 'ofCase'))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1));
}

export const lastReading = (life: readonly EventOfCase[]) =>
  life.findLast(
    (candidate): candidate is Extract<EventOfCase, { kind: 'case_measured' }> =>
      candidate.kind === 'case_measured',
  );
