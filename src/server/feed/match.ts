import { v7 as uuid7 } from 'uuid';
import { matchStops, matchWithinMs, type ToldStop } from '../../core/feed/match.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import { database, rows } from '../database.ts';
import { normalEntry } from '../ledger/accept.ts';
import { storeEntries } from '../ledger/queue.ts';

interface StopRow {
  id: string;
  machine_id: string;
  at: string;
  kind: 'break' | 'stop';
  head: number | null;
  job_id: string | null;
  data: { by?: 'feed'; feedId?: string; stop?: number; stitch?: number };
  closed_at: string | null;
}

/**
 * Makes one of what the feed and an operator wrote about the same stop, around the stops just stored, on every machine
 * they stand on. The operator's entry stands and gets the machine's stop and stitch; the feed's is taken back, with why.
 * Both stay in the history.
 */
export async function matchLately(stops: readonly Pick<Entry, 'machineId' | 'at'>[]): Promise<void> {
  if (stops.length === 0) return;
  const times = stops.map((stop) => Date.parse(stop.at));
  const found = await rows<StopRow>(
    database(),
    `SELECT DISTINCT ON (e.id) e.id, e.machine_id, e.at, e.kind, e.head, e.job_id, e.data, e.closed_at
     FROM unnest($1::uuid[], $2::timestamptz[], $3::timestamptz[]) AS w(machine_id, low, high)
       JOIN event e ON e.machine_id = w.machine_id AND e.at BETWEEN w.low AND w.high
     WHERE e.kind IN ('break', 'stop') AND NOT e.void`,
    [
      stops.map((stop) => stop.machineId),
      times.map((time) => new Date(time - matchWithinMs)),
      times.map((time) => new Date(time + matchWithinMs)),
    ],
  );
  await Promise.all(
    [...new Set(found.map((row) => row.machine_id))].map(async (machineId) => {
      const entries = matchedOn(
        machineId,
        found.filter((row) => row.machine_id === machineId),
      );
      if (entries.length > 0) await storeEntries(entries.map(normalEntry));
    }),
  );
}

function matchedOn(machineId: string, found: readonly StopRow[]): Entry[] {
  const open = found.filter((row) => row.data.feedId === undefined);
  const told = open.map(({ id, at, kind, head, data }): ToldStop => ({
    id,
    at,
    kind,
    head,
    by: data.by === 'feed' ? 'feed' : 'hand',
  }));
  const byId = new Map(open.map((row) => [row.id, row]));
  return matchStops(told).flatMap(({ feed, hand }) =>
    asOne(machineId, byId.get(feed.id)!, byId.get(hand.id)!),
  );
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
