import type { Principal } from '../../../schemas/people.ts';
import { database, inTransaction, rows } from '../../base/database.ts';
import { ProblemError } from '../../base/problem.ts';
import { accessChanged, recordAccessChange } from '../access-change.ts';
import type { PersonRole } from '../../../core/people/roles.ts';
import { verifySecret } from '../guesses.ts';
import { hashSecret } from './secrets.ts';
import { endSessionsOf } from '../sessions.ts';

/**
 * Gives whoever is signed in another secret in place of the one he must know: a tablet left signed in gives nobody his name for good. Throws a problem: 401 for a
 * wrong one or where nobody is signed in, 422 for one that would be guessed first, 429 while it is to be waited.
 */
export async function changeOwnSecret(asker: Principal, secret: string, next: string): Promise<void> {
  const { person, device, sessionId } = asker;
  if (!person || !sessionId)
    throw new ProblemError(401, 'Not signed in', 'Sign in first: it is your own PIN that is changed here.');
  const [kept] = await rows<{ secret: string; role: PersonRole }>(
    database(),
    'SELECT secret, role FROM person WHERE operator_id = $1 AND secret IS NOT NULL',
    [person.id],
  );
  if (!kept || !(await verifySecret({ ...person, kept: kept.secret }, device, secret))) throw wrong();
  const hashed = await hashSecret(next, kept.role);
  await inTransaction(async (sql) => {
    // Changed by another meanwhile, the one that was checked holds no more.
    const changed = await rows(
      sql,
      'UPDATE person SET secret = $2 WHERE operator_id = $1 AND secret = $3 RETURNING operator_id',
      [person.id, hashed, kept.secret],
    );
    if (changed.length === 0) throw wrong();
    await endSessionsOf(sql, person.id, sessionId);
    await recordAccessChange(sql, asker, { what: 'new secret', name: person.name });
  });
  await accessChanged();
}

const wrong = () =>
  new ProblemError(401, 'Not changed', 'The PIN of until now is another one. Type it once more.');
