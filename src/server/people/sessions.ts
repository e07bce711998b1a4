import { v7 as uuid7 } from 'uuid';
import type { Principal, Session } from '../../schemas/people.ts';
import { serverNow } from '../base/clock.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { ProblemError } from '../base/problem.ts';
import { refused } from './principals.ts';
import type { RequestOrigin } from './credentials.ts';
import { accessChanged, recordAccessChange } from './access-change.ts';
import { verifySecret } from './guesses.ts';
import { hashOf, newToken } from './tokens/tokens.ts';

/** A session is over after this, whatever is done in it: a long shift. */
export const sessionHours = 14;

/**
 * Signs a person in where `asker` is: on a device that was let in, or on the computer itself. Whoever was signed in there before is not any more, and the token is a new one.
 * Returns the token. Throws a problem: 401 for a wrong secret or where nobody may sign in, 429 while it is to be waited.
 */
export async function signInAs(
  asker: Principal,
  from: RequestOrigin,
  personId: string,
  secret: string,
): Promise<string> {
  const deviceId = asker.device?.id ?? null;
  if ((deviceId === null && !from.isNear) || asker.role === 'display')
    throw refused({ ...asker, role: 'nobody' }, 'read');
  const [person] = await rows<{ name: string; secret: string | null }>(
    database(),
    'SELECT name, secret FROM operator JOIN person ON operator_id = id WHERE id = $1 AND active',
    [personId],
  );
  if (!person?.secret)
    throw new ProblemError(
      401,
      'Not signed in',
      'This person has no PIN yet. An owner gives one under Workshop, People.',
    );
  const { name, secret: kept } = person;
  if (!(await verifySecret({ id: personId, name, kept }, asker.device, secret))) throw wrongSecret();
  const token = await inTransaction(async (sql) => {
    // Held until the end: a new secret, or going, waits, and then ends this session with the others; or it came first, and what was checked holds no more.
    const still = await rows(
      sql,
      'SELECT FROM person JOIN operator ON id = operator_id WHERE id = $1 AND secret = $2 AND active FOR SHARE',
      [personId, kept],
    );
    if (still.length === 0) throw wrongSecret();
    await recordAccessChange(
      sql,
      { person: { id: personId, name: person.name }, device: asker.device },
      { what: 'signed in', name: person.name },
    );
    return beginSession(sql, personId, deviceId, asker.sessionId);
  });
  await accessChanged();
  return token;
}

const wrongSecret = () => new ProblemError(401, 'Not signed in', 'That is not it. Type the PIN once more.');

/** A new session; the one that was open there before is ended. */
export async function beginSession(
  sql: Sql,
  personId: string,
  deviceId: string | null,
  before: string | null,
): Promise<string> {
  const now = serverNow();
  const token = newToken();
  await rows(sql, 'UPDATE session SET ended_at = $1 WHERE ended_at IS NULL AND (id = $2 OR device_id = $3)', [
    now,
    before,
    deviceId,
  ]);
  await rows(
    sql,
    `INSERT INTO session (id, operator_id, device_id, token, began_at, seen_at, ends_at)
     VALUES ($1, $2, $3, $4, $5, $5, $5::timestamptz + interval '${sessionHours} hours')`,
    [uuid7(), personId, deviceId, hashOf(token), now],
  );
  return token;
}

/** Ends all that a person has open, but for one (null: that one too). */
export async function endSessionsOf(sql: Sql, personId: string, but: string | null): Promise<void> {
  await rows(
    sql,
    'UPDATE session SET ended_at = $2 WHERE operator_id = $1 AND ended_at IS NULL AND id IS DISTINCT FROM $3',
    [personId, serverNow(), but],
  );
}

/** Whether each of these people was signed in on this device at the time said, give or take a minute: by what its page knew, without a network too. */
export async function wereSignedIn(
  deviceId: string,
  claims: readonly { personId: string; at: string }[],
): Promise<boolean> {
  const odd = await rows(
    database(),
    `SELECT FROM unnest($2::uuid[], $3::timestamptz[]) AS claim(person, at)
     WHERE NOT EXISTS (
       SELECT FROM session WHERE device_id = $1 AND operator_id = claim.person
         AND claim.at BETWEEN began_at - interval '1 minute' AND least(ended_at, ends_at) + interval '1 minute')
     LIMIT 1`,
    [deviceId, claims.map(({ personId }) => personId), claims.map(({ at }) => at)],
  );
  return odd.length === 0;
}

/** Sessions that are open, the last seen first. */
export async function listSessions(asker: Principal): Promise<Session[]> {
  const found = await rows<Omit<Session, 'isThis'>>(
    database(),
    `SELECT s.id, o.name AS person, d.name AS device, s.began_at AS "beganAt", s.seen_at AS "seenAt"
     FROM session s JOIN operator o ON o.id = s.operator_id LEFT JOIN device d ON d.id = s.device_id
     WHERE s.ended_at IS NULL AND s.ends_at > $1
       AND s.seen_at > $1::timestamptz - (SELECT idle_minutes FROM access) * interval '1 minute'
     ORDER BY s.seen_at DESC LIMIT 200`,
    [serverNow()],
  );
  return found.map((session) => ({ ...session, isThis: session.id === asker.sessionId }));
}

/** Ends a session; its token is worth nothing from then on. False: it was over already, or there was none. */
export async function endSession(
  id: string,
  by: Principal,
  what: 'signed out' | 'session ended',
): Promise<boolean> {
  const isEnded = await inTransaction(async (sql) => {
    const [row] = await rows<{ name: string }>(
      sql,
      `UPDATE session s SET ended_at = $2 FROM operator o
       WHERE s.id = $1 AND s.ended_at IS NULL AND o.id = s.operator_id RETURNING o.name`,
      [id, serverNow()],
    );
    if (row) await recordAccessChange(sql, by, { what, name: row.name });
    return row !== undefined;
  });
  if (isEnded) await accessChanged();
  return isEnded;
}
