import { fieldOf, is } from './about-kinds.ts';
import { inLedgerOrder, type EffectiveEntry } from './entry.ts';

/** An entry as far as it tells what stands open: an effective one, or an event that the server told. */
export type OpenEntry = Pick<EffectiveEntry, 'id' | 'kind' | 'void'> & { data: object };

/** What stands open on a machine: the stop it stands in (if any), and pieces on hold. */
export interface OpenNow<Entry extends OpenEntry = EffectiveEntry> {
  openStop: Entry | null;
  held: Entry[];
}

/**
 * What stands open after all `entries`, in any order: the earliest stop since the machine last sewed that nothing ended, so
 * that time lost is counted once, from there (a finished piece means it sewed); and holds that nothing ended. The one place
 * that decides it: the server's SQL (server/ledger/reading/open-stop.ts) is tested against it on random histories.
 */
export function openAfter<Entry extends OpenEntry & { at: string }>(
  entries: readonly Entry[],
): OpenNow<Entry> {
  const counting = entries.filter((entry) => !entry.void).sort(inLedgerOrder);
  const closed = new Set(counting.map(closesOf));
  const sewed = counting.findLastIndex((entry) => is(entry, 'endsStop'));
  const open = counting.filter(({ id }) => !closed.has(id));
  const isSince = new Set(counting.slice(sewed + 1));
  return {
    openStop: open.find((entry) => is(entry, 'stops') && isSince.has(entry)) ?? null,
    held: open.filter((entry) => is(entry, 'holds')),
  };
}

const closesOf = ({ data }: OpenEntry): unknown => ('closes' in data ? data.closes : null);

/** {@link openAfter} with one more entry, where all came in ledger order: what a page does with what it is told. */
export function applyOpen<Entry extends OpenEntry>(open: OpenNow<Entry>, entry: Entry): OpenNow<Entry> {
  if (entry.void) return open;
  const openStop = is(entry, 'endsStop') ? null : (open.openStop ?? (is(entry, 'stops') ? entry : null));
  const closes = closesOf(entry);
  // Told twice it is held once.
  const held = open.held.filter(({ id }) => id !== closes && id !== entry.id);
  return { openStop, held: is(entry, 'holds') ? [...held, entry] : held };
}

/** What a stop cost, ms: what its ending says, else the time from one to the other. */
export function lostBy(ending: { at: string; data: object }, stop: { at: string }): number {
  const said = fieldOf(ending, 'lostMs');
  return typeof said === 'number' ? said : Math.max(0, Date.parse(ending.at) - Date.parse(stop.at));
}

/** Stops that stand open together, the earliest first, each with the time until the next began, ms; null for the newest: until now. */
export function openStops<Entry extends OpenEntry & { at: string; closedBy: string | null }>(
  events: readonly Entry[],
  first: Entry,
): { stop: Entry; lostMs: number | null }[] {
  const open = events
    .filter((event) => is(event, 'stops') && !event.void && !event.closedBy && event.at >= first.at)
    .sort(inLedgerOrder);
  const all = open.some(({ id }) => id === first.id) ? open : [first, ...open];
  return all.map((stop, index) => {
    const next = all[index + 1];
    return { stop, lostMs: next ? Date.parse(next.at) - Date.parse(stop.at) : null };
  });
}
