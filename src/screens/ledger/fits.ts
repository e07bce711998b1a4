import { fieldOf } from '../../core/ledger/about-kinds.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import { dayKey } from '../../parts/text.ts';
import type { LedgerFilter } from './Filters.tsx';

/** Whether an event belongs into the narrowed list, as the server decides it. */
export function fits(event: Event, filter: LedgerFilter, zone: string): boolean {
  const [kind, fault] = filter.kind.split(':');
  return (
    (!filter.position || String(event.position) === filter.position) &&
    (!kind || event.kind === kind) &&
    (!fault || fieldOf(event, 'fault') === fault) &&
    (!filter.job || event.jobId === filter.job) &&
    (!filter.who || event.operatorId === filter.who) &&
    (!filter.from || dayKey(event.at, zone) >= filter.from) &&
    (!filter.to || dayKey(event.at, zone) <= filter.to) &&
    // What a word is found in the server knows: nothing is shown as found before it said so.
    !filter.find
  );
}
