import { v7 as uuid7 } from 'uuid';
import { matchStops, matchWithinMs, type ToldStop } from '../../core/feed/match.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import { database, rows } from '../database.ts';
import { normalEntry } from '../ledger/accept.ts';
import { storeEntries } from '../ledger/queue.ts';

interface StopRow {
  id: string;
  at: string;
  kind: 'break' | 'stop';
  head: number | null;
  job_id: string | null;
  data: { by?: 'feed'; feedId?: string; stop?: number; stitch?: number };
  closed_at: string | null;
}

/**
 * Makes one of what the feed and an operator wrote about the same stop, around the stops just stored. The operator's
 * entry stands and gets the machine's stop and stitch; the feed's is taken back, with why. Both stay in the history.
 */
export async function matchLately(machineId: string, stops: readonly Pick<Entry, 'at'>[]): Promise<void> {
  const times = stops.map((stop) => Date.parse(stop.at));
  const from = new Date(Math.min(...times) - matchWithinMs).toISOString();
  const to = new Date(Math.max(...times) + matchWithinMs).toISOString();
  const found = await rows<StopRow>(
    database(),
    `SELECT id, at, kind, head, job_id, data, closed_at FROM event
     WHERE machine_id = $1 AND kind IN ('break', 'stop') AND at BETWEEN $2 AND $3 AND NOT void`,
    [machineId, from, to],
  );
  const open = found.filter((row) => row.data.feedId === undefined);
  const told = open.map(({ id, at, kind, head, data }): ToldStop => ({
    id,
    at,
    kind,
    head,
    by: data.by === 'feed' ? 'feed' : 'hand',
  }));
  const byId = new Map(open.map((row) => [row.id, row]));
  const entries = matchStops(told).flatMap(({ feed, hand }) =>
    asOne(machineId, byId.get(feed.id)!, byId.get(hand.id)!),
  );
  if (entries.length > 0) await storeEntries(entries.map(normalEntry));
}

function asOne(machineId: string, feed: StopRow, hand: StopRow): Entry[] {
  const common = { machineId, at: new Date().toISOString(), operatorId: null, jobId: hand.job_id };
  const correction = (corrects: string, data: Extract<Entry, { kind: 'correction' }>['data']): Entry => ({
    ...{ ...common, id: uuid7(), head: null, position: null },
    ...{ kind: 'correction', corrects, data },
  });
  const { stop, stitch } = feed.data;
  const known = {
    feedId: feed.id,
    ...(hand.kind === 'break' && { ...(stop && { stop }), ...(stitch && { stitch }) }),
  };
  return [
    // The machine stood from its own moment on, whenever the touch came.
    correction(hand.id, { data: known, at: feed.at, why: 'time, stop and stitch from the machine' }),
    correction(feed.id, { void: true, why: 'the same stop as logged by hand' }),
    // The machine had gone on before the touch arrived: the time lost ends there.
    ...(feed.closed_at && !hand.closed_at
      ? [
          {
            ...{ ...common, id: uuid7(), at: feed.closed_at, head: null, position: null, corrects: null },
            ...{ kind: 'sewing_again' as const, data: { closes: hand.id } },
          },
        ]
      : []),
  ];
}
