/** Alone, a message that takes longer than this is dear, ms: a touch takes a few. */
const dearMs = 500;
/** Whose message was dear writes apart for this long after it, ms. */
const apartMs = 60_000;

/** Until when each writes apart, ms; null: a transaction that it had part in was dear, and whose fault that was is not known yet. */
const senders = new Map<string, number | null>();

/** Whether a sender's messages are written apart from the others'. */
export function isSlow(sender: string, now: number): boolean {
  const until = senders.get(sender);
  if (typeof until === 'number' && until < now) senders.delete(sender);
  return senders.has(sender);
}

/** A transaction of several senders was dear: each is looked at by itself next time. */
export function suspect(of: Iterable<string>): void {
  for (const sender of of) if (!senders.has(sender)) senders.set(sender, null);
}

/** A sender's message was written by itself, in so long, ms: it is dear, or it was another's fault. */
export function judge(sender: string, tookMs: number, now: number): void {
  if (tookMs > dearMs) senders.set(sender, now + apartMs);
  else if (senders.get(sender) === null) senders.delete(sender);
}

/** Whether a transaction that took so long, ms, was dear. */
export const wasSlow = (tookMs: number): boolean => tookMs > dearMs;
