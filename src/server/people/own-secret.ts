import type { Asker } from '../../schemas/people.ts';
import { serverNow } from '../base/clock.ts';
import { database, inTransaction, rows } from '../base/database.ts';
import { ProblemError } from '../http/problem.ts';
import { accessChanged, writeChange } from './changed.ts';
import { countGuess, guessedRight } from './guesses.ts';
import { hashSecret, isSecret } from './secrets.ts';

/**
 * Gives whoever is signed in another secret in place of the one he must know: a tablet left signed in gives nobody his name for good. Throws a problem: 401 for a
 * wrong one or where nobody is signed in, 422 for one that would be guessed first, 429 while it is to be waited.
 */
export async function changeOwnSecret(asker: Asker, secret: string, next: string): Promise<void> {
  const { person, device, sessionId } = asker;
  if (!person || !sessionId)
    throw new ProblemError(401, 'Not signed in', 'Sign in first: it is your own PIN that is changed here.');
  const [kept] = await rows<{ secret: string }>(
    database(),
    'SELECT secret FROM person WHERE operator_id = $1 AND secret IS NOT NULL',
    [person.id],
  );
  const place = device?.id ?? 'here';
  await countGuess(person.id, place);
  if (!kept || !(await isSecret(secret, kept.secret)))
    throw new ProblemError(401, 'Not changed', 'The PIN of until now is another one. Type it once more.');
  await guessedRight(person.id, place);
  const hashed = await hashSecret(next);
  await inTransaction(async (sql) => {
    await rows(sql, 'UPDATE person SET secret = $2 WHERE operator_id = $1', [person.id, hashed]);
    await rows(
      sql,
      'UPDATE session SET ended_at = $2 WHERE operator_id = $1 AND ended_at IS NULL AND id <> $3',
      [person.id, serverNow(), sessionId],
    );
    await writeChange(sql, asker, { what: 'new secret', name: person.name });
  });
  await accessChanged();
}
