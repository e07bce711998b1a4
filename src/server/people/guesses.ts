import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { tooMany } from '../http/problem.ts';
import { isSecret } from './secrets.ts';

/** So many wrong ones cost nothing but themselves; each after them doubles the wait, from 30 s to a quarter of an hour. */
const free = 5;
const firstWaitS = 30;
const longestWaitS = 900;

/**
 * Counts a try before it is looked at: of fifty at once none is looked at for nothing. Throws a 429 problem while it is to be waited; a right one is told by
 * {@link guessedRight}. Kept in the database: another copy of the app, or this one started anew, counts on.
 */
export async function countGuess(whose: string, atWhat: string): Promise<void> {
  const now = serverNow();
  const counted = await rows(
    database(),
    `INSERT INTO wrong_guess AS g (whose, at_what, wrong, last_at, until) VALUES ($1, $2, 1, $3, $3)
     ON CONFLICT (whose, at_what) DO UPDATE SET last_at = $3,
       wrong = CASE WHEN g.last_at < $3::timestamptz - interval '1 day' THEN 1 ELSE g.wrong + 1 END,
       until = $3::timestamptz + interval '1 second' * CASE
         WHEN g.last_at < $3::timestamptz - interval '1 day' OR g.wrong + 1 < ${free} THEN 0
         ELSE least(${longestWaitS}, ${firstWaitS} * power(2, least(20, g.wrong + 1 - ${free}))) END
     WHERE g.until <= $3 RETURNING wrong`,
    [whose, atWhat, now],
  );
  if (counted.length > 0) return;
  const [row] = await rows<{ until: string }>(
    database(),
    'SELECT until FROM wrong_guess WHERE whose = $1 AND at_what = $2',
    [whose, atWhat],
  );
  const waitS = Math.max(1, Math.ceil((Date.parse(row?.until ?? '') - now.getTime()) / 1000) || 1);
  throw tooMany(
    `Too many wrong ones. Wait ${waitS < 90 ? `${waitS} seconds` : `${Math.ceil(waitS / 60)} minutes`}, then try again; an owner can give a new PIN.`,
    waitS,
  );
}

/** Whether it is this person's secret (`kept`: as it is kept), tried on this device (null: the computer itself) and counted. Throws as {@link countGuess}. */
export async function isHis(
  personId: string,
  deviceId: string | null,
  secret: string,
  kept: string,
): Promise<boolean> {
  const place = deviceId ?? 'here';
  await countGuess(personId, place);
  if (!(await isSecret(secret, kept))) return false;
  await guessedRight(personId, place);
  return true;
}

export async function guessedRight(whose: string, atWhat: string): Promise<void> {
  await rows(database(), 'DELETE FROM wrong_guess WHERE whose = $1 AND at_what = $2', [whose, atWhat]);
}
