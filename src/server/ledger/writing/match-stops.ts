import { kindsWith, sqlKinds } from '../../../core/ledger/about-kinds.ts';
import type { KindWith } from '../../../core/ledger/entry.ts';
import { v7 as uuid7 } from 'uuid';
import { matchStops, matchWithinMs, type ToldStop } from '../../../core/feed/match.ts';
import type { Entry } from '../../../core/ledger/entry.ts';
import { serverNow } from '../../base/clock.ts';
import { database, rows } from '../../base/database.ts';
import { normalEntry } from './accept.ts';
import { storeEntries } from './queue.ts';

interface StopRow {
  id: string;
  machine_id: string;
  at: string;
  kind: KindWith<'stops'>;
  head: number | null;
  position: number | null;
  job_id: string | null;
  data: { by?: 'feed'; feedId?: string; stop?: number; stitch?: number };
  closed_at: string | null;
}

type Stop = Pick<Entry, 'id' | 'machineId' | 'at' | 'data'>;

/**
 * Makes one of what the feed and an operator wrote about the same stop, around the stops just stored, on every machine
 * they stand on. The operator's entry stands and gets the machine's stop and stitch; the feed's is taken back, with why.
 * Both stay in the history.
 */
export async function matchLately(stops: readonly Stop[]): Promise<void> {
  if (stops.length === 0) return;
  const fed = await machinesWithFeed(stops.map((stop) => stop.machineId));
  const asked = stops.filter((stop) => fed.has(stop.machineId));
  if (asked.length === 0) return;
  const found = await nearStops(asked);
  await Promise.all(
    [...new Set(found.map((row) => row.machine_id))].map(async (machineId) => {
      const entries = matchedOn(
        machineId,
        found.filter((row) => row.machine_id === machineId),
      );
      if (entries.length > 0) await storeEntries(entries.map((entry) => normalEntry(entry)));
    }),
  );
}

/** Machines seen to have a feed (none loses it again), and when others were last seen to have none. */
const withFeed = new Set<string>();
const without = new Map<string, number>();
/** A machine's first line is not missed for longer, ms: the line's own stop looks for the operator's in any case. */
const askAgainMs = 2000;

async function machinesWithFeed(machineIds: readonly string[]): Promise<ReadonlySet<string>> {
  const now = Date.now();
  const unsure = [...new Set(machineIds)].filter(
    (id) => !withFeed.has(id) && now - (without.get(id) ?? 0) > askAgainMs,
  );
  if (unsure.length === 0) return withFeed;
  const found = await rows<{ machine_id: string }>(
    database(),
    'SELECT machine_id FROM feed_now WHERE machine_id = ANY($1)',
    [unsure],
  );
  for (const id of unsure) without.set(id, now);
  for (const { machine_id: id } of found) {
    withFeed.add(id);
    without.delete(id);
  }
  return withFeed;
}

/** A feed's stops around some by hand are few: a machine breaks now and then. More than these are not looked at. */
const mostOfFeed = 500;
/** Of the stops by hand before and after one of the feed's, this many are looked at: the nearest may be of another head. */
const nearest = 4;
const columns = 'e.id, e.machine_id, e.at, e.kind, e.head, e.position, e.job_id, e.data, e.closed_at';

/**
 * The stops just stored that may have a fellow, with what the other side told around each. The work does not grow with what
 * was logged lately: the feed's stops are looked for in an index of their own, those by hand one by one from the nearest.
 */
async function nearStops(stops: readonly Stop[]): Promise<StopRow[]> {
  const isTold = (stop: Stop) => (stop.data as StopRow['data']).by === 'feed';
  const [told, byHand] = [stops.filter(isTold), stops.filter((stop) => !isTold(stop))];
  const [around, aroundTold] = await Promise.all([feedAround(byHand), handAround(told)]);
  // Of the touches only those are asked for beside which the feed told anything at all.
  const near = byHand.filter((stop) =>
    around.some((row) => row.machine_id === stop.machineId && isWithin(row.at, stop.at)),
  );
  const own = await rows<StopRow>(
    database(),
    `SELECT ${columns} FROM event e WHERE e.id = ANY($1) AND NOT e.void`,
    [[...near, ...told].map((stop) => stop.id)],
  );
  const all = [...own, ...around, ...aroundTold];
  return [...new Map(all.map((row) => [row.id, row])).values()];
}

const isWithin = (a: string, b: string) => Math.abs(Date.parse(a) - Date.parse(b)) <= matchWithinMs;

/** What feeds told on the machines of these stops, from a little before the first to a little after the last. */
async function feedAround(stops: readonly Stop[]): Promise<StopRow[]> {
  if (stops.length === 0) return [];
  const times = stops.map((stop) => Date.parse(stop.at));
  return rows<StopRow>(
    database(),
    `SELECT ${columns} FROM event e
     WHERE e.machine_id = ANY($1) AND e.kind IN (${sqlKinds('stops')}) AND NOT e.void AND e.data ->> 'by' = 'feed'
       AND e.at BETWEEN $2 AND $3
     ORDER BY e.at DESC LIMIT ${mostOfFeed}`,
    [
      [...new Set(stops.map((stop) => stop.machineId))],
      new Date(Math.min(...times) - matchWithinMs),
      new Date(Math.max(...times) + matchWithinMs),
    ],
  );
}

/** The touches nearest to each of the feed's stops. Index event_page_kind. */
async function handAround(stops: readonly Stop[]): Promise<StopRow[]> {
  if (stops.length === 0) return [];
  const side = (kind: string, order: 'ASC' | 'DESC') =>
    `(SELECT * FROM event WHERE machine_id = mine.machine_id AND kind = '${kind}' AND NOT void
        AND NOT data ? 'by' AND NOT data ? 'feedId' AND at ${order === 'ASC' ? '>=' : '<'} mine.at
        AND at BETWEEN mine.at - $3 * interval '1 ms' AND mine.at + $3 * interval '1 ms'
      ORDER BY at ${order} LIMIT ${nearest})`;
  const sides = kindsWith('stops').flatMap((kind) => [side(kind, 'ASC'), side(kind, 'DESC')]);
  return rows<StopRow>(
    database(),
    `SELECT ${columns} FROM unnest($1::uuid[], $2::timestamptz[]) AS mine(machine_id, at)
       CROSS JOIN LATERAL (${sides.join(' UNION ALL ')}) e`,
    [stops.map((stop) => stop.machineId), stops.map((stop) => stop.at), matchWithinMs],
  );
}

function matchedOn(machineId: string, found: readonly StopRow[]): Entry[] {
  const open = found.filter((row) => row.data.feedId === undefined);
  const told = open.map(({ id, at, kind, head, position, closed_at: endedAt, data }): ToldStop => ({
    id,
    at,
    kind,
    head,
    position,
    endedAt,
    by: data.by === 'feed' ? 'feed' : 'hand',
  }));
  const byId = new Map(open.map((row) => [row.id, row]));
  return matchStops(told).flatMap(({ feed, hand }) =>
    asOne(machineId, byId.get(feed.id)!, byId.get(hand.id)!),
  );
}

function asOne(machineId: string, feed: StopRow, hand: StopRow): Entry[] {
  const common = { machineId, at: serverNow().toISOString(), operatorId: null, jobId: hand.job_id };
  const correction = (corrects: string, data: Extract<Entry, { kind: 'correction' }>['data']): Entry => ({
    ...common,
    id: uuid7(),
    head: null,
    position: null,
    kind: 'correction',
    corrects,
    data,
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
            ...common,
            id: uuid7(),
            at: feed.closed_at,
            head: null,
            position: null,
            corrects: null,
            kind: 'sewing_again' as const,
            data: { closes: hand.id },
          },
        ]
      : []),
  ];
}
