import type { FeedNow } from './event.ts';

/** A machine that sews tells its stitches every few seconds: after two minutes without a line its feed is silent. */
export const feedSilentMs = 120_000;

/** Whether a feed spoke lately: it then counts by itself. `now`: ms since 1970. */
export const feedIsLive = (feed: FeedNow | null, now: number): feed is FeedNow & { at: string } =>
  typeof feed?.at === 'string' && now - Date.parse(feed.at) < feedSilentMs;
