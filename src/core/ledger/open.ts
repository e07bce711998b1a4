import type { EffectiveEntry, EntryOf } from './entry.ts';

type Held = EntryOf<'piece_held'>;
type Stopped = EntryOf<'break'> | EntryOf<'stop'>;

/** What stands open on a machine: the stop it stands in (if any), and pieces on hold. */
export interface OpenNow {
  openStop: Stopped | null;
  held: Held[];
}

/**
 * What stands open after one more entry, in ledger order. The earliest stop since the machine last sewed stays
 * the open one: time lost is counted once, from there. A finished piece means it sewed.
 */
export function applyOpen(open: OpenNow, entry: EffectiveEntry): OpenNow {
  if (entry.void) return open;
  switch (entry.kind) {
    case 'break':
    case 'stop':
      return open.openStop ? open : { ...open, openStop: entry };
    case 'sewing_again':
    case 'piece_finished':
      return { ...open, openStop: null };
    case 'piece_held':
      return { ...open, held: [...open.held, entry] };
    case 'piece_released':
      return { ...open, held: open.held.filter((one) => one.id !== entry.data.closes) };
    default:
      return open;
  }
}
