import type * as QuickLineRoom from '../../core/ledger/quick-line.ts';

/** What reads the quick line, and the examples of what it understands. */
export type QuickReader = typeof QuickLineRoom;

let fetched: Promise<QuickReader> | null = null;

/**
 * Fetches what reads the quick line, once a page: when the line is first touched, since the machine's screen
 * is mostly looked at. Without a network it comes from what is kept offline. One that failed is tried again at the next call.
 */
export function quickReader(): Promise<QuickReader> {
  fetched ??= import('../../core/ledger/quick-line.ts').catch((error: unknown) => {
    fetched = null;
    throw error;
  });
  return fetched;
}
