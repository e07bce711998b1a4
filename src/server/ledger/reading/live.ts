import pg from 'pg';
import type { Event } from '../../../schemas/ledger/event.ts';
import type { FeedNow } from '../../../core/feed/event.ts';
import type { GaugePart } from '../../../schemas/tension.ts';
import { database, rows } from '../../base/database.ts';
import { log } from '../../base/log.ts';
import { onServerChange, serverNow } from '../../base/servers.ts';
import { eventColumns, eventFrom, type EventRow } from '../projecting/event-row.ts';
import { forgetAskers } from '../../people/known.ts';
import { newestSeq } from './read.ts';

/**
 * The live feed. A writer announces "machine X has news" after its commit (not inside the transaction: there
 * NOTIFY would take a lock that lets only one transaction commit at a time). Every server process listens,
 * reads what changed since its cursor, and hands it to the pages it serves. A lost announcement is made good
 * by the next one, since the cursor asks for everything newer.
 */
const channel = 'vivid_eye_ledger';
const gatherMs = 50;
const announcing = new Set<string>();

/** Tells every server process that a machine has news; all within 50 ms in one query. */
export function announce(machineId: string): void {
  if (announcing.size === 0) setTimeout(announceAll, gatherMs);
  announcing.add(machineId);
}

function announceAll(): void {
  const machines = [...announcing];
  announcing.clear();
  notify(channel, machines).catch((error: unknown) => log().warn({ err: error }, 'announcement failed'));
}

async function notify(on: string, payloads: readonly string[]): Promise<void> {
  await rows(database(), 'SELECT pg_notify($1, told) FROM unnest($2::text[]) AS told', [on, payloads]);
}

/**
 * News of a machine that is no entry: a kept plan changed, part of a pull at the gauge. Told and not kept. The payload
 * of one NOTIFY is below 8000 bytes: what is told is small.
 */
const newsChannel = 'vivid_eye_news';
export type News =
  | { name: 'plan'; data: Record<string, never> }
  | { name: 'pull'; data: GaugePart }
  | { name: 'feed'; data: FeedNow };
type NewsListener = (news: News) => void;
const newsListeners = new Map<string, Set<NewsListener>>();

export async function announceNews(told: readonly { machineId: string; news: News }[]): Promise<void> {
  await notify(
    newsChannel,
    told.map((one) => JSON.stringify(one)),
  );
}

/** Calls `listener` with every news of the machine, from any server process. Returns how to stop. */
export async function listenNews(machineId: string, listener: NewsListener): Promise<() => void> {
  await (connecting ??= connect());
  const set = newsListeners.get(machineId) ?? new Set();
  newsListeners.set(machineId, set.add(listener));
  return () => set.delete(listener);
}

/** People, devices or tokens were changed: what is known of who asks is out of date. */
const accessChannel = 'vivid_eye_access';
export const announceAccess = (): Promise<void> => notify(accessChannel, ['']);
/** Hears other processes' changes of access from now on. */
export const hearAccess = (): Promise<void> => (connecting ??= connect());

/** Told which machine has news of any kind. */
type AnyListener = (machineId: string) => void;
const anyListeners = new Set<AnyListener>();

/** Calls `listener` whenever any machine has news, from any server process. Returns how to stop. */
export async function listenToAll(listener: AnyListener): Promise<() => void> {
  await (connecting ??= connect());
  anyListeners.add(listener);
  return () => anyListeners.delete(listener);
}

/** What a page that listens is told. */
export interface Listener {
  event: (event: Event) => void;
  /** What it has is not what this ledger was, or too long ago: it must begin anew, from `seq`. */
  anew: (seq: number) => void;
}

/** A page that listens, and how far it has come. Each has a place of its own: no page's old or odd number is another's. */
interface Place {
  since: number;
  listener: Listener;
}
const places = new Map<string, Set<Place>>();
const reading = new Set<string>();
let connecting: Promise<void> | undefined;

/** A page that is further behind asks for everything: that is quicker than telling it each change. */
const mostMissed = 1000;
/** So many and there may be more: the events of one entry, a handful, are not cut apart. */
const tooMany = mostMissed - 50;

/**
 * Calls `listener` with every event of a machine that is new or changed after `sinceSeq`; a number beyond the newest (of an
 * earlier ledger) or far behind is told to begin anew. Returns how to stop.
 */
export async function listen(machineId: string, sinceSeq: number, listener: Listener): Promise<() => void> {
  await (connecting ??= connect());
  const place: Place = { since: sinceSeq, listener };
  const newest = await newestSeq(machineId);
  const missed = sinceSeq > newest ? [] : await changedSince(machineId, sinceSeq);
  if (sinceSeq > newest || missed.length >= tooMany) {
    place.since = newest;
    listener.anew(newest);
  } else tell(place, missed);
  const set = places.get(machineId) ?? new Set();
  places.set(machineId, set.add(place));
  // What came between the reading and now.
  void deliver(machineId);
  return () => {
    set.delete(place);
    if (set.size === 0 && places.get(machineId) === set) places.delete(machineId);
  };
}

/** Tells what is new to a page. One entry may change several events, which then bear its number all of them. */
function tell(place: Place, changed: readonly Event[]): void {
  const { since } = place;
  for (const event of changed) if (event.seq > since) place.listener.event(event);
  place.since = Math.max(since, changed.at(-1)?.seq ?? 0);
}

/** Events of a machine changed after `seq`, oldest change first; at most {@link mostMissed}. */
export async function changedSince(machineId: string, seq: number): Promise<Event[]> {
  const found = await rows<EventRow>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND changed_seq > $2 ORDER BY changed_seq LIMIT ${mostMissed}`,
    [machineId, seq],
  );
  // Cut between two numbers, not among the events of one.
  const whole =
    found.length < mostMissed ? found : found.filter((row) => row.changed_seq !== found.at(-1)!.changed_seq);
  return (whole.length > 0 ? whole : found).map(eventFrom);
}

/** Reads what is new since the page that is furthest behind, once for all pages of the machine. */
async function deliver(machineId: string): Promise<void> {
  if (reading.has(machineId)) return;
  reading.add(machineId);
  try {
    for (;;) {
      const set = places.get(machineId);
      if (!set?.size) return;
      const changed = await changedSince(machineId, Math.min(...[...set].map((place) => place.since)));
      for (const place of set) tell(place, changed);
      if (changed.length < tooMany) return;
    }
  } catch (error) {
    log().warn({ err: error }, 'live feed could not read');
  } finally {
    reading.delete(machineId);
  }
}

/** One connection of this process that only listens. When it breaks, a new one is made and all pages catch up. */
async function connect(): Promise<void> {
  const client = new pg.Client({
    connectionString: serverNow(process.env['DATABASE_URL']!),
    keepAlive: true,
  });
  let gone = false;
  const again = () => {
    if (gone) return;
    gone = true;
    stopHearing();
    client.end().catch(() => undefined);
    connecting = undefined;
    setTimeout(() => {
      connecting ??= connect();
      connecting.then(
        () => [...places.keys()].forEach((id) => void deliver(id)),
        () => undefined,
      );
    }, 500).unref();
  };
  client.on('error', again);
  client.on('end', again);
  const stopHearing = onServerChange(again);
  client.on('notification', (message) => {
    if (message.channel === accessChannel) return forgetAskers();
    // A notification of entries that comes while the machine is being read is caught by reading once more.
    if (message.channel === newsChannel) {
      const told = JSON.parse(message.payload ?? '{}') as { machineId: string; news: News };
      newsListeners.get(told.machineId)?.forEach((listener) => listener(told.news));
      for (const listener of anyListeners) listener(told.machineId);
      return;
    }
    const machineId = message.payload ?? '';
    for (const listener of anyListeners) listener(machineId);
    if (reading.has(machineId)) setTimeout(() => void deliver(machineId), 20);
    else void deliver(machineId);
  });
  try {
    await client.connect();
    await client.query(`LISTEN ${channel}; LISTEN ${newsChannel}; LISTEN ${accessChannel}`);
    // What was changed while nobody listened was not heard.
    forgetAskers();
  } catch (error) {
    again();
    throw error;
  }
}
