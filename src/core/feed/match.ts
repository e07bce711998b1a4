/** A stop as told by one side. */
export interface ToldStop {
  id: string;
  at: string;
  kind: 'break' | 'stop';
  head: number | null;
  position: number | null;
  /** When it sewed again; null: it stands, or no one said. */
  endedAt: string | null;
  by: 'feed' | 'hand';
}

/** An operator's touch and the machine's own line about one stop lie this far apart at most, ms: from memory. */
export const matchWithinMs = 90_000;

/**
 * Which told stops are one and the same: each pair of a feed's and a hand's that lie within {@link matchWithinMs} on the
 * same head and position (or one of them without), or of which the touch came while the machine stood, the nearest in time
 * first, each used once. What the machine calls a break
 * is not matched with a stop that an operator said was none, nor one that it told after the operator's had ended.
 */
export function matchStops(stops: readonly ToldStop[]): { feed: ToldStop; hand: ToldStop }[] {
  const fits = (feed: ToldStop, hand: ToldStop) =>
    isSame(hand.head, feed.head) &&
    (isSame(hand.position, feed.position) || isWhile(hand, feed)) &&
    (hand.endedAt === null || Date.parse(hand.endedAt) > Date.parse(feed.at)) &&
    (feed.kind === 'stop' || hand.kind === 'break');
  const pairs = stops
    .filter((stop) => stop.by === 'feed')
    .flatMap((feed) =>
      stops
        .filter((stop) => stop.by === 'hand' && fits(feed, stop))
        .map((hand) => ({ feed, hand, apart: Math.abs(Date.parse(feed.at) - Date.parse(hand.at)) })),
    )
    .filter((pair) => pair.apart <= matchWithinMs)
    .sort((a, b) => a.apart - b.apart || inOrder(a.feed.id, b.feed.id) || inOrder(a.hand.id, b.hand.id));
  const used = new Set<string>();
  return pairs.flatMap(({ feed, hand }) => {
    if (used.has(feed.id) || used.has(hand.id)) return [];
    used.add(feed.id).add(hand.id);
    return [{ feed, hand }];
  });
}

/** The touch came while the machine stood: it stands once, whichever position the finger met. */
const isWhile = (hand: ToldStop, feed: ToldStop) =>
  Date.parse(hand.at) >= Date.parse(feed.at) &&
  (feed.endedAt === null || Date.parse(hand.at) <= Date.parse(feed.endedAt));
const isSame = (a: number | null, b: number | null) => a === null || b === null || a === b;
const inOrder = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
