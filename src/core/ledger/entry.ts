import type { DataOf } from '../shape/data-of.ts';
import type { EntryBase, ServerFields } from './entry-base.ts';
import type { entryKinds } from './kinds/index.ts';
import type { KindFlags } from './kinds/kind.ts';

type Kinds = typeof entryKinds;
export type EntryKind = keyof Kinds;

/** What each kind of entry carries: as its definition says. */
export type EntryData = { [K in EntryKind]: DataOf<Kinds[K]['shape']> };

/** The kinds that have a flag. */
export type KindWith<Flag extends keyof KindFlags> = {
  [K in EntryKind]: Flag extends keyof Kinds[K]['flags'] ? K : never;
}[EntryKind];

/** What happened, of one kind. */
type Happened<K extends EntryKind> = EntryBase & { kind: K; data: EntryData[K] };
/** `corrects`: for a correction, the entry it corrects. */
export type EntryOf<K extends EntryKind> = Happened<K> & { corrects: string | null };
export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** Kinds that stand by themselves: all but those that change another entry. */
export type EventKind = Exclude<EntryKind, KindWith<'corrects'>>;

/** A line of the ledger: an entry as it was stored. */
export type LineOf<K extends EntryKind> = EntryOf<K> & ServerFields & Stored;
export type Line = { [K in EntryKind]: LineOf<K> }[EntryKind];
type Stored = {
  /** The server's time. */
  receivedAt: string;
  /** Number of the ledger's line; of an event, of the line that changed it last. */
  seq: number;
};

/** An entry as it counts after its corrections. */
export type EffectiveEntryOf<K extends EventKind> = Happened<K> & {
  void: boolean;
  corrections: number;
};
export type EffectiveEntry = { [K in EventKind]: EffectiveEntryOf<K> }[EventKind];

/** An entry as it counts, with who ended it, as lists and the live feed tell it. */
export type EventOf<K extends EventKind> = Omit<EffectiveEntryOf<K>, 'writerMay'> &
  ServerFields &
  Stored & {
    closedBy: string | null;
    closedAt: string | null;
    /** From a stop to its ending, ms; null while it is open and where nothing was stopped. */
    lostMs: number | null;
  };
export type Event = { [K in EventKind]: EventOf<K> }[EventKind];

/** The ledger's order: by the device's time, then by id. Two entries never compare equal. */
export function inLedgerOrder(a: { at: string; id: string }, b: { at: string; id: string }): number {
  const byTime = Date.parse(a.at) - Date.parse(b.at);
  if (byTime !== 0) return byTime;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
