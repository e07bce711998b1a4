import type { Right } from '../../core/people/rights.ts';
import type { Principal } from '../../schemas/people.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { log } from '../base/log.ts';

/** When somebody was seen is written at most this often, ms. */
const everyMs = 30_000;
const mostKept = 5000;
const noted = new Map<string, number>();

const isLate = (id: string, now: number): boolean => now - (noted.get(id) ?? -Infinity) > everyMs;

async function note(table: 'device' | 'session', id: string): Promise<void> {
  const now = performance.now();
  if (!isLate(id, now)) return;
  if (noted.size >= mostKept) noted.clear();
  noted.set(id, now);
  await rows(database(), `UPDATE ${table} SET seen_at = $2 WHERE id = $1`, [id, serverNow()]).catch(
    (error: unknown) => log().warn({ err: error }, 'not noted when it was seen'),
  );
}

/** A device asks for something, by itself or by a hand. */
export const noteDevice = (deviceId: string): Promise<void> => note('device', deviceId);

/** Whoever is signed in there did something: the session's idle time begins anew. What a page asks by itself, however often, does not count. */
export async function noteActivity({ sessionId }: Principal): Promise<void> {
  if (sessionId) await note('session', sessionId);
}

/** What pages send by themselves, or what comes from machines. */
const byItself: readonly Right[] = ['anyone', 'compute', 'feed', 'gauge'];

/** Whether a request tells of a hand: it goes to another page, or changes something. */
export const isByHand = (method: string, mode: string | null, right: Right | undefined): boolean =>
  mode === 'navigate' || (method !== 'GET' && method !== 'HEAD' && !byItself.includes(right ?? 'anyone'));
