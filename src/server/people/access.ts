import type { Access, Principal } from '../../schemas/people.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { invalid } from '../base/problem.ts';
import { accessChanged, recordAccessChange } from './access-change.ts';
import { accessCache } from './access-cache.ts';

/** ./start --open: nothing is asked of anybody. */
const isOpen = process.env['VIVID_OPEN'] === '1';
const believedMs = 5000;

/** Whether signing in is asked here too, and how long nobody need do it again. */
export async function accessNow(): Promise<Access> {
  if (accessCache.access && accessCache.access.until > Date.now()) return accessCache.access.now;
  const { changes } = accessCache;
  const [row] = await rows<{ sign_in: boolean; idle_minutes: number }>(
    database(),
    'SELECT sign_in, idle_minutes FROM access',
  );
  const now = { signIn: row?.sign_in ?? false, idleMinutes: row?.idle_minutes ?? 60, isOpen };
  if (accessCache.changes === changes) accessCache.access = { now, until: Date.now() + believedMs };
  return now;
}

/** Turned on only when an owner could come in again. Throws a 422 problem else. */
export async function changeAccess(
  change: { signIn?: boolean; idleMinutes?: number },
  by: Principal,
): Promise<Access> {
  await inTransaction(async (sql) => {
    if (change.signIn && !(await ownersHeld(sql)))
      throw invalid('First give an owner a PIN or a password: without one nobody could come in again.');
    await rows(
      sql,
      'UPDATE access SET sign_in = coalesce($1, sign_in), idle_minutes = coalesce($2, idle_minutes)',
      [change.signIn ?? null, change.idleMinutes ?? null],
    );
    if (change.signIn !== undefined)
      await recordAccessChange(sql, by, { what: change.signIn ? 'sign-in on' : 'sign-in off' });
    if (change.idleMinutes !== undefined)
      await recordAccessChange(sql, by, { what: 'idle time', minutes: change.idleMinutes });
  });
  await accessChanged();
  return accessNow();
}

/** Whether somebody can sign in as owner, and nobody else changes that until the transaction ends: two owners who take each other off leave one. */
export async function ownersHeld(sql: Sql): Promise<boolean> {
  await rows(sql, `SELECT pg_advisory_xact_lock(hashtext('owners'))`);
  return hasOwner(sql);
}

/** Whether somebody can sign in as owner. */
export async function hasOwner(sql: Sql = database()): Promise<boolean> {
  const found = await rows(
    sql,
    `SELECT FROM person JOIN operator ON id = operator_id
     WHERE role = 'owner' AND secret IS NOT NULL AND active LIMIT 1`,
  );
  return found.length > 0;
}
