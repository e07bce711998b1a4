import { is } from './about-kinds.ts';
import type { EffectiveEntry } from './entry.ts';

/** An entry as far as it tells what stands open: an effective one, or an event that the server told. */
export type OpenEntry = Pick<EffectiveEntry, 'id' | 'kind' | 'void'> & { data: object };

/** What stands open on a machine: the stop it stands in (if any), and pieces on hold. */
export interface OpenNow<Entry extends OpenEntry = EffectiveEntry> {
  openStop: Entry | null;
  held: Entry[];
}

/**
 * What stands open after one more entry, in ledger order. The earliest stop since the machine last sewed stays
 * the open one: time lost is counted once, from there. A finished piece means it sewed. The one place that decides it:
 * the server's SQL (server/ledger/reading/open-stop.ts) is tested against it on random histories.
 */
export function applyOpen<Entry extends OpenEntry>(open: OpenNow<Entry>, entry: Entry): OpenNow<Entry> {
  if (entry.void) return open;
  const openStop = is(entry, 'endsStop') ? null : (open.openStop ?? (is(entry, 'stops') ? entry : null));
  const closes = 'closes' in entry.data ? entry.data.closes : null;
  const held = open.held.filter(({ id }) => id !== closes);
  return { openStop, held: is(entry, 'holds') ? [...held, entry] : held };
}
