import type { Event } from '../../ledger/entry.ts';
import type { TraceCounts } from './learn.ts';

/** What the ledger tells a trace when its page is made. */
export interface TraceFacts {
  /** What evidence is taken from, and the entries of the newest traces; in any order. */
  events: Event[];
  /** Closed traces of this machine and of the others: what is learnt from. */
  here: TraceCounts;
  others: TraceCounts;
}
