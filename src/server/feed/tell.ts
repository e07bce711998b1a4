import type { FeedNow } from '../../core/feed/event.ts';
import { announceNews } from '../ledger/live.ts';
import { log } from '../log.ts';

/** Pages are told at most this often of each machine, ms: a fast feed must not flood them. */
const everyMs = 250;
const waiting = new Map<string, FeedNow>();

/** Tells every page of the machine how it stands now. */
export function tellFeed(machineId: string, now: FeedNow): void {
  const isWaiting = waiting.has(machineId);
  waiting.set(machineId, now);
  if (isWaiting) return;
  setTimeout(() => {
    const data = waiting.get(machineId)!;
    waiting.delete(machineId);
    announceNews(machineId, { name: 'feed', data }).catch((error: unknown) =>
      log().warn({ err: error }, 'feed not told'),
    );
  }, everyMs);
}
