import pg from 'pg';
import type { Event } from '../../schemas/event.ts';
import type { FeedNow } from '../../core/feed/event.ts';
import type { GaugePart } from '../../schemas/tension.ts';
import { database, rows } from '../database.ts';
import { log } from '../log.ts';
import { eventColumns, eventFrom, type EventRow } from './event-row.ts';

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

type Listener = (event: Event) => void;
const listeners = new Map<string, Set<Listener>>();
const cursors = new Map<string, number>();
const reading = new Set<string>();
let connecting: Promise<void> | undefined;

/** Calls `listener` with every event of a machine that is new or changed after `sinceSeq`. Returns how to stop. */
export async function listen(machineId: string, sinceSeq: number, listener: Listener): Promise<() => void> {
  await (connecting ??= connect());
  let set = listeners.get(machineId);
  if (!set) listeners.set(machineId, (set = new Set()));
  // First what was missed, then live. Both may give the same event: whoever reads it knows it by its seq.
  const missed = await changedSince(machineId, sinceSeq);
  missed.forEach(listener);
  // Only the first page sets the cursor: for pages already listening it must not jump over what they have not had.
  if (set.size === 0) cursors.set(machineId, missed.at(-1)?.seq ?? sinceSeq);
  set.add(listener);
  void deliver(machineId);
  return () => set.delete(listener);
}

/** Events of a machine changed after `seq`, oldest change first. At most 1000: a page further behind reloads. */
export async function changedSince(machineId: string, seq: number): Promise<Event[]> {
  const found = await rows<EventRow>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND changed_seq > $2 ORDER BY changed_seq LIMIT 1000`,
    [machineId, seq],
  );
  return found.map(eventFrom);
}

async function deliver(machineId: string): Promise<void> {
  const set = listeners.get(machineId);
  if (!set?.size || reading.has(machineId)) return;
  reading.add(machineId);
  try {
    const changed = await changedSince(machineId, cursors.get(machineId) ?? 0);
    for (const event of changed) {
      cursors.set(machineId, event.seq);
      for (const listener of set) listener(event);
    }
  } catch (error) {
    log().warn({ err: error }, 'live feed could not read');
  } finally {
    reading.delete(machineId);
  }
}

/** One connection of this process that only listens. When it breaks, a new one is made and all pages catch up. */
async function connect(): Promise<void> {
  const client = new pg.Client({ connectionString: process.env['DATABASE_URL'], keepAlive: true });
  let gone = false;
  const again = () => {
    if (gone) return;
    gone = true;
    client.end().catch(() => undefined);
    connecting = undefined;
    setTimeout(() => {
      connecting ??= connect();
      connecting.then(
        () => [...listeners.keys()].forEach((id) => void deliver(id)),
        () => undefined,
      );
    }, 500).unref();
  };
  client.on('error', again);
  client.on('end', again);
  client.on('notification', (message) => {
    // A notification of entries that comes while the machine is being read is caught by reading once more.
    if (message.channel === newsChannel) {
      const told = JSON.parse(message.payload ?? '{}') as { machineId: string; news: News };
      newsListeners.get(told.machineId)?.forEach((listener) => listener(told.news));
      return;
    }
    const machineId = message.payload ?? '';
    if (reading.has(machineId)) setTimeout(() => void deliver(machineId), 20);
    else void deliver(machineId);
  });
  try {
    await client.connect();
    await client.query(`LISTEN ${channel}; LISTEN ${newsChannel}`);
  } catch (error) {
    again();
    throw error;
  }
}
