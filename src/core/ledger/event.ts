import { omit } from '../base/omit.ts';
import { noServerFields } from './entry-base.ts';
import type { EffectiveEntry, Event } from './entry.ts';

/** The event of an entry as it counts, changed last by line `seq`. How it was ended is kept from what it was `before`. */
export function eventOf(
  entry: EffectiveEntry & { corrects?: string | null },
  { receivedAt, seq }: Pick<Event, 'receivedAt' | 'seq'>,
  before?: Pick<Event, 'closedBy' | 'closedAt' | 'lostMs' | 'seq'>,
): Event {
  const { closedBy = null, closedAt = null, lostMs = null } = before ?? {};
  return {
    ...noServerFields,
    ...omit(entry, 'corrects', 'writerMay'),
    ...{ receivedAt, seq: Math.max(seq, before?.seq ?? 0), closedBy, closedAt, lostMs },
  } as Event;
}
