import type { Event } from '../../../schemas/ledger/event.ts';
import { database, rows } from '../../base/database.ts';
import { log } from '../../base/log.ts';
import { listening, notify, subscribe } from '../../base/notifications.ts';
import { eventColumns } from '../projecting/columns.ts';
import { newestSeq } from './read.ts';

/**
 * The live feed. A writer announces "machine X has news" after its commit (not inside the transaction: there
 * NOTIFY would take a lock that lets only one transaction commit at a time). Every server process listens,
 * reads what changed since its cursor, and hands it to the pages it serves. A lost announcement is made good
 * by the next one, since the cursor asks for everything newer.
 */
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
  notify('vivid_eye_ledger', machines).catch((error: unknown) =>
    log().warn({ err: error }, 'announcement failed'),
  );
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

/** A page that is further behind asks for everything: that is quicker than telling it each change. */
const mostMissed = 1000;
/** So many and there may be more: the events of one entry, a handful, are not cut apart. */
const tooMany = mostMissed - 50;

/**
 * Calls `listener` with every event of a machine that is new or changed after `sinceSeq`; a number beyond the newest (of an
 * earlier ledger) or far behind is told to begin anew. Returns how to stop.
 */
export async function listen(machineId: string, sinceSeq: number, listener: Listener): Promise<() => void> {
  await listening();
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
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND changed_seq > $2 ORDER BY changed_seq LIMIT ${mostMissed}`,
    [machineId, seq],
  );
  // Cut between two numbers, not among the events of one.
  const whole = found.length < mostMissed ? found : found.filter((event) => event.seq !== found.at(-1)!.seq);
  return whole.length > 0 ? whole : found;
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

subscribe('vivid_eye_ledger', {
  // An announcement that comes while the machine is being read is caught by reading once more.
  hear: (machineId) => {
    if (reading.has(machineId)) setTimeout(() => void deliver(machineId), 20);
    else void deliver(machineId);
  },
  connected: () => [...places.keys()].forEach((machineId) => void deliver(machineId)),
});
