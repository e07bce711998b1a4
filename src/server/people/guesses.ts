import { millisecondsInDay } from 'date-fns/constants';
import { serverNow } from '../base/clock.ts';
import { database, rows } from '../base/database.ts';
import { tooMany } from '../base/problem.ts';
import { recordAccessChange } from './access-change.ts';
import { isSecret } from './tokens/secrets.ts';

/** So many wrong ones cost nothing but themselves, on one device and of one person on all of them; each after them doubles the wait, from 30 s to a quarter of an hour. */
const free = 5;
const freeAnywhere = 20;
const firstWaitS = 30;
const longestWaitS = 900;
/** The row that counts a person's wrong ones on all devices and copies of the app, for a day. */
const anywhere = 'anywhere';
/** Rows older than this say nothing any more, ms. */
const forgottenMs = 2 * millisecondsInDay;
let tidiedAt = -Infinity;

/** Who is guessed, and where. */
interface Guess {
  /** A person's id, or "pairing". */
  whose: string;
  /** A device's id, "here", an address, or {@link anywhere}. */
  atWhat: string;
  /** How it is told: a person's name, or "a code". */
  name: string;
  device: { id: string; name: string } | null;
}

/**
 * Counts a try before it is checked, so that concurrent guesses cannot pass the limit. Throws a 429 problem while it is to be waited; a right one is told by
 * {@link guessedRight}. Kept in the database: another copy of the app, or this one started anew, counts on. A wait that lies further ahead than any can was set by a clock
 * that ran ahead, and is over. Below the limit nobody waits, whichever of several at once looked at the clock first.
 */
async function countGuess({ whose, atWhat, name, device }: Guess): Promise<void> {
  const now = serverNow();
  const most = atWhat === anywhere ? freeAnywhere : free;
  const [counted] = await rows<{ wrong: number }>(
    database(),
    `INSERT INTO wrong_guess AS g (whose, at_what, wrong, began_at, last_at, until) VALUES ($1, $2, 1, $3, $3, $3)
     ON CONFLICT (whose, at_what) DO UPDATE SET last_at = $3,
       wrong = CASE WHEN ${isOver} THEN 1 ELSE g.wrong + 1 END,
       began_at = CASE WHEN ${isOver} THEN $3 ELSE g.began_at END,
       until = $3::timestamptz + interval '1 second' * CASE
         WHEN ${isOver} OR g.wrong + 1 < $4 THEN 0
         ELSE least(${longestWaitS}, ${firstWaitS} * power(2, least(20, g.wrong + 1 - $4))) END
     WHERE g.wrong < $4 OR g.until <= $3 OR g.until > $3::timestamptz + interval '${longestWaitS} seconds' RETURNING wrong`,
    [whose, atWhat, now, most],
  );
  void tidy();
  if (counted) {
    // At the first wait, and whenever as many more have come.
    if (counted.wrong >= most && Number.isInteger(Math.log2(counted.wrong / most)))
      await recordAccessChange(
        database(),
        { person: null, device },
        { what: 'wrong guesses', name, count: counted.wrong },
      );
    return;
  }
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

/** Counted anew: a day without a wrong one, or a day since the count began where it goes over all devices. */
const isOver = `(g.last_at < $3::timestamptz - interval '1 day'
  OR g.at_what = '${anywhere}' AND g.began_at < $3::timestamptz - interval '1 day')`;

/** Removes what says nothing any more, now and then. */
async function tidy(): Promise<void> {
  const now = performance.now();
  if (now - tidiedAt < 3_600_000) return;
  tidiedAt = now;
  const before = new Date(serverNow().getTime() - forgottenMs);
  await rows(database(), 'DELETE FROM wrong_guess WHERE last_at < $1', [before]).catch(() => undefined);
}

/** Counts a code that is tried from an address, as {@link countGuess}. Returns what to do when it was right. */
export async function countCode(address: string): Promise<() => Promise<void>> {
  await countGuess({ whose: 'pairing', atWhat: address, name: 'a code', device: null });
  return () => guessedRight('pairing', address);
}

/**
 * Whether it is this person's secret (`kept`: as it is kept), tried on this device (null: the computer itself) and counted, there and for the person anywhere. Throws a 429
 * problem while it is to be waited.
 */
export async function verifySecret(
  person: { id: string; name: string; kept: string },
  device: { id: string; name: string } | null,
  secret: string,
): Promise<boolean> {
  const { id: whose, name } = person;
  const place = device?.id ?? 'here';
  await countGuess({ whose, atWhat: place, name, device });
  await countGuess({ whose, atWhat: anywhere, name, device });
  if (!(await isSecret(secret, person.kept))) return false;
  await guessedRight(whose, place);
  // Whoever guesses elsewhere is not let off by a right one here.
  await rows(
    database(),
    'UPDATE wrong_guess SET wrong = greatest(0, wrong - 1) WHERE whose = $1 AND at_what = $2',
    [whose, anywhere],
  );
  return true;
}

async function guessedRight(whose: string, atWhat: string): Promise<void> {
  await rows(database(), 'DELETE FROM wrong_guess WHERE whose = $1 AND at_what = $2', [whose, atWhat]);
}

/** What an owner has to hear of wrong PINs and codes of the last day, in a line; null: nothing. */
export async function guessTrouble(): Promise<string | null> {
  const found = await rows<{ name: string | null; wrong: number }>(
    database(),
    `SELECT o.name, sum(g.wrong)::int AS wrong FROM wrong_guess g LEFT JOIN operator o ON o.id::text = g.whose
     WHERE g.last_at > $1 AND g.last_at <= $2 AND (g.at_what = '${anywhere}' OR g.whose = 'pairing')
     GROUP BY o.name HAVING sum(g.wrong) >= ${free} ORDER BY wrong DESC LIMIT 3`,
    [new Date(serverNow().getTime() - millisecondsInDay), serverNow()],
  );
  if (found.length === 0) return null;
  const each = found.map(({ name, wrong }) => (name ? `${wrong} for ${name}` : `${wrong} for pairing codes`));
  return `Wrong PINs in the last day: ${each.join(', ')}`;
}
