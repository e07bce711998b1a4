import { leastSigns, roles } from '../../core/people/roles.ts';
import type { Principal, Person, PersonChange, PersonNew } from '../../schemas/people.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { conflict, invalid, notFound } from '../base/problem.ts';
import { addOperator } from '../stores/operators.ts';
import { changeThing, removeThing, type Thing } from '../stores/things.ts';
import { hasOwner, ownersHeld } from './access.ts';
import { accessChanged, recordAccessChange } from './access-change.ts';
import { hashSecret } from './tokens/secrets.ts';
import { endSessionsOf } from './sessions.ts';

const columns = `o.id, o.name, coalesce(p.role, 'operator') AS role, p.secret IS NOT NULL AS "canSignIn", o.active`;
const from = 'operator o LEFT JOIN person p ON p.operator_id = o.id';

/** Everybody, those who were taken off last. */
export async function listPeople(): Promise<Person[]> {
  return rows<Person>(database(), `SELECT ${columns} FROM ${from} ORDER BY o.active DESC, o.name`);
}

/** Who may pick his name to sign in. */
export async function whoSignsIn(): Promise<{ id: string; name: string }[]> {
  return rows(
    database(),
    `SELECT o.id, o.name FROM ${from} WHERE o.active AND p.secret IS NOT NULL ORDER BY o.name`,
  );
}

async function personById(id: string): Promise<Person> {
  const [row] = await rows<Person>(database(), `SELECT ${columns} FROM ${from} WHERE o.id = $1`, [id]);
  if (!row) throw notFound('person');
  return row;
}

export async function addPerson({ id, name, role, secret }: PersonNew, by: Principal): Promise<Person> {
  const kept = secret === undefined ? null : await hashSecret(secret, role);
  await addOperator({ id, name });
  await inTransaction(async (sql) => {
    await putPerson(sql, id, role, kept);
    await recordAccessChange(sql, by, { what: 'person added', name, role });
  });
  await accessChanged();
  return personById(id);
}

/** Sets role and, where one is given, secret. */
async function putPerson(sql: Sql, id: string, role: string, secret: string | null): Promise<void> {
  await rows(
    sql,
    `INSERT INTO person AS p (operator_id, role, secret) VALUES ($1, $2, $3)
     ON CONFLICT (operator_id) DO UPDATE SET role = excluded.role, secret = coalesce(excluded.secret, p.secret)`,
    [id, role, secret],
  );
}

/**
 * Throws a 409 problem for what would leave nobody who may give rights, a 422 one where a role needs a longer secret than may have been given. A new secret or going ends
 * what he has open.
 */
export async function changePerson(id: string, change: PersonChange, by: Principal): Promise<Person> {
  const before = await personById(id);
  const role = change.role ?? before.role;
  const active = change.active ?? before.active;
  // How long a kept one is nobody knows: with the role comes a new one.
  if (before.canSignIn && change.secret === undefined && leastSigns[role] > leastSigns[before.role])
    throw invalid(
      `As ${roles[role].name.toLowerCase()} ${before.name} needs a PIN of ${leastSigns[role]} characters or more. Give a new one together with the role.`,
    );
  const kept = change.secret === undefined ? null : await hashSecret(change.secret, role);
  await inTransaction(async (sql) => {
    if (change.name !== undefined) await changeThing(sql, personThing, id, { name: change.name }, by);
    const hadOwner = await ownersHeld(sql);
    await putPerson(sql, id, role, kept);
    await rows(sql, 'UPDATE operator SET active = $2 WHERE id = $1', [id, active]);
    if (hadOwner && !(await hasOwner(sql)))
      throw conflict(`${before.name} is the only owner who can sign in. Make another one owner first.`);
    const { name } = before;
    if (role !== before.role || (active && !before.active))
      await recordAccessChange(sql, by, { what: 'person changed', name, role });
    if (!active && before.active) await recordAccessChange(sql, by, { what: 'person taken off', name });
    if (kept !== null) {
      await recordAccessChange(sql, by, { what: 'new secret', name });
      await rows(sql, 'DELETE FROM wrong_guess WHERE whose = $1', [id]);
    }
    if (kept !== null || !active) await endSessionsOf(sql, id, active ? by.sessionId : null);
  });
  await accessChanged();
  return personById(id);
}

const personThing: Thing = {
  table: 'operator',
  noun: 'person',
  name: 'name',
  columns: { name: 'name' },
  inLedger: [],
  instead: 'Take the name off the list instead: what was logged keeps it.',
};

/** Removes a name under which nothing was ever done. */
export async function removePerson(id: string, by: Principal): Promise<void> {
  const { name } = await personById(id);
  await inTransaction(async (sql) => {
    const hadOwner = await ownersHeld(sql);
    await rows(sql, 'DELETE FROM person WHERE operator_id = $1', [id]);
    if (hadOwner && !(await hasOwner(sql)))
      throw conflict(`${name} is the only owner who can sign in. Make another one owner first.`);
    await removeThing(personThing, id, by, sql);
    await recordAccessChange(sql, by, { what: 'person removed', name });
  });
  await accessChanged();
}

/** The person of this name with this secret, as owner: whoever holds the owner's link is one. */
export async function makeOwner(sql: Sql, newId: string, name: string, secret: string): Promise<string> {
  const [row] = await rows<{ id: string }>(
    sql,
    `INSERT INTO operator (id, name) VALUES ($1, $2) ON CONFLICT (name) DO UPDATE SET active = true RETURNING id`,
    [newId, name],
  );
  await putPerson(sql, row!.id, 'owner', secret);
  return row!.id;
}
