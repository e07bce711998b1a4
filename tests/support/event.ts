import type { Event as Told } from '../../src/core/ledger/entry.ts';

/** An event as it comes over the wire: a test says itself what it expects of its data. */
export type Event = Omit<Told, 'data'> & { data: Record<string, unknown> };
