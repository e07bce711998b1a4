import type { FeedNow } from '../../core/feed/event.ts';
import { announceNews } from '../base/news.ts';
import { log } from '../base/log.ts';

/** Pages are told at most this often, ms, of all machines in one query: a fast feed must not flood them. */
const everyMs = 250;
const waiting = new Map<string, FeedNow>();

/** Tells every page of the machine how it stands now. */
export function tellFeed(machineId: string, now: FeedNow): void {
  if (waiting.size === 0) setTimeout(tellAll, everyMs);
  waiting.set(machineId, now);
}

function tellAll(): void {
  const news = [...waiting].map(([machineId, data]) => ({
    machineId,
    news: { name: 'feed', data } as const,
  }));
  waiting.clear();
  announceNews(news).catch((error: unknown) => log().warn({ err: error }, 'feed not told'));
}
