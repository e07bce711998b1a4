import { may, type Role } from '../../core/people/roles.ts';
import { rights, type Right } from '../../core/people/rights.ts';
import { roles } from '../../core/people/roles.ts';
import type { Principal } from '../../schemas/people.ts';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { log } from '../base/log.ts';
import { noteDevice } from './activity.ts';
import { ProblemError } from '../base/problem.ts';
import { listening } from '../base/notifications.ts';
import { accessNow } from './access.ts';
import { cookiesOf, type RequestOrigin, type Credentials } from './credentials.ts';
import { accessCache } from './access-cache.ts';
import { hashOf } from './tokens/tokens.ts';

/** Believed for so long at most without looking again; a change is heard of before (access-change.ts). */
const believedMs = 5000;
const mostKnown = 5000;

export const nobody: Principal = {
  role: 'nobody',
  person: null,
  device: null,
  machineId: null,
  sessionId: null,
  asked: true,
};
/** The computer itself before sign-in is turned on, and everybody with --open. */
export const unauthenticated: Principal = { ...nobody, role: 'owner', asked: false };

/** Who asks. Never throws for what is shown: whoever shows nothing that is known is nobody. */
export async function authenticate(shown: Credentials, from: RequestOrigin): Promise<Principal> {
  // At every touch: what was found out for the very same headers a moment ago.
  const key = `${from.isNear} ${from.isHttps} ${shown.authorization} ${shown.cookie}`;
  const before = accessCache.askers.get(key);
  if (before && before.until > Date.now()) return before.asker;
  const { changes } = accessCache;
  const asker = await lookUp(shown, from);
  if (accessCache.changes !== changes) return asker;
  if (accessCache.askers.size >= mostKnown) accessCache.askers.clear();
  accessCache.askers.set(key, { asker, until: Date.now() + believedMs });
  return asker;
}

async function lookUp({ cookie, authorization }: Credentials, from: RequestOrigin): Promise<Principal> {
  hearOfChanges();
  const { isOpen, signIn } = await accessNow();
  if (isOpen) return unauthenticated;
  const bearer = /^Bearer ([\w-]{20,100})$/.exec(authorization ?? '')?.[1];
  if (bearer) return feedOf(bearer);
  const { device, session } = cookiesOf({ cookie, authorization }, from);
  if (from.isNear && !signIn) return session ? byName(device, session) : unauthenticated;
  if (!device && !session) return nobody;
  return holderOf(device, session, from.isNear);
}

/** On the computer itself whoever signed in all the same is known by name; he may do everything, signed in or not. */
async function byName(device: string | null, session: string): Promise<Principal> {
  const { person, sessionId } = await holderOf(device, session, true);
  return { ...unauthenticated, person, sessionId };
}

/** Other processes' changes are heard from the first question on. */
function hearOfChanges(): void {
  if (accessCache.listening) return;
  accessCache.listening = true;
  listening().catch((error: unknown) => {
    accessCache.listening = false;
    log().warn({ err: error }, 'changes of access are not heard; looked up every few seconds');
  });
}

interface Held {
  device_id: string | null;
  device: string | null;
  kind: 'tablet' | 'display' | null;
  machine_id: string | null;
  session_id: string | null;
  person_id: string | null;
  person: string | null;
  role: Role | null;
}

/**
 * A device that was let in, with whoever signed in on it. A session counts only on the device on which it began: stolen by itself it is worth nothing. On the computer
 * itself it needs no device.
 */
async function holderOf(device: string | null, session: string | null, isNear: boolean): Promise<Principal> {
  const { idleMinutes } = await accessNow();
  const now = serverNow();
  const [row] = await rows<Held>(
    database(),
    `SELECT d.id AS device_id, d.name AS device, d.kind, d.machine_id, 
       s.id AS session_id, o.id AS person_id, o.name AS person, coalesce(p.role, 'operator') AS role
     FROM (SELECT $1::bytea AS device, $2::bytea AS session) shown
     LEFT JOIN device d ON d.token = shown.device AND d.out_at IS NULL
     LEFT JOIN session s ON s.token = shown.session AND s.ended_at IS NULL AND s.ends_at > $3
       AND s.seen_at > $3::timestamptz - $4 * interval '1 minute' AND s.device_id IS NOT DISTINCT FROM d.id
     LEFT JOIN operator o ON o.id = s.operator_id AND o.active
     LEFT JOIN person p ON p.operator_id = o.id`,
    [device && hashOf(device), session && hashOf(session), now, idleMinutes],
  );
  const found = row?.device_id ? { id: row.device_id, name: row.device! } : null;
  const person = row?.person_id ? { id: row.person_id, name: row.person! } : null;
  if (!found && !(isNear && person)) return nobody;
  if (found) void noteDevice(found.id);
  const role: Role = row!.kind === 'display' ? 'display' : person ? (row!.role ?? 'operator') : 'tablet';
  return {
    role,
    person: role === 'display' ? null : person,
    device: found,
    machineId: row!.machine_id,
    sessionId: person ? row!.session_id : null,
    asked: true,
  };
}

async function feedOf(token: string): Promise<Principal> {
  const [row] = await rows<{ id: string; kind: 'feed' | 'gauge'; machine_id: string }>(
    database(),
    'SELECT id, kind, machine_id FROM feed_token WHERE token = $1 AND out_at IS NULL',
    [hashOf(token)],
  );
  return row ? { ...nobody, role: row.kind, machineId: row.machine_id } : nobody;
}

/** Throws a problem, 401 or 403, with a sentence, where who asks may not. */
export function requireRight(asker: Principal, right: Right): void {
  if (may(asker.role, right)) return;
  throw refused(asker, right);
}

/** Throws where a device or feed that is one machine's asks to write for another. */
export function requireMachineScope(asker: Principal, machineId: string): void {
  if (asker.machineId === null || asker.machineId === machineId) return;
  throw new ProblemError(
    403,
    'Another machine',
    'This device was let in for another machine only. An owner can change that under Workshop, People.',
  );
}

export function refused(asker: Principal, right: Right): ProblemError {
  const { needs } = rights[right];
  const { role, person } = asker;
  if (role === 'nobody')
    return new ProblemError(
      401,
      'Not let in',
      'This device is not let in, or was turned out. An owner lets it in under Workshop, People. What you entered is kept on this device.',
    );
  if (role === 'tablet')
    return new ProblemError(401, 'Nobody signed in', `This needs ${needs}. Sign in, and it goes on.`);
  const who = person
    ? `${person.name} is signed in as ${roles[role].name.toLowerCase()}`
    : `This is a ${roles[role].name.toLowerCase()}`;
  return new ProblemError(403, 'Not allowed', `This needs ${needs}. ${who}.`);
}
