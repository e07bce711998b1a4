import { v7 as uuid7 } from 'uuid';
import type { Principal, Device, DeviceNew } from '../../schemas/people.ts';
import { serverNow } from '../base/clock.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { invalid, notFound, ProblemError } from '../base/problem.ts';
import type { RequestOrigin } from './credentials.ts';
import { accessChanged, recordAccessChange } from './access-change.ts';
import { countCode } from './guesses.ts';
import { makeOwner } from './people.ts';
import { hashSecret } from './tokens/secrets.ts';
import { beginSession } from './sessions.ts';
import { codeText, hashOf, newCode, newToken } from './tokens/tokens.ts';

const columns = `id, name, kind, machine_id AS "machineId", paired_at AS "pairedAt", seen_at AS "seenAt"`;
const codeMinutes = 10;

/** Devices that are let in, by name. */
export const listDevices = (): Promise<Device[]> =>
  rows<Device>(database(), `SELECT ${columns} FROM device WHERE out_at IS NULL ORDER BY name, id`);

/** Names of those whose entries are in the ledger, turned out or not; the newest `most`, null: all. */
export const deviceNames = (most: number | null = 200): Promise<{ id: string; name: string }[]> =>
  rows(database(), 'SELECT id, name FROM device ORDER BY paired_at DESC LIMIT $1', [most]);

/** A code that lets one device in, once, within ten minutes. */
export async function makeCode(
  { name, kind, machineId }: DeviceNew,
  by: Principal,
): Promise<{ code: string; endsAt: string }> {
  const code = newCode();
  const endsAt = new Date(serverNow().getTime() + codeMinutes * 60_000);
  await inTransaction(async (sql) => {
    if (
      machineId !== null &&
      (await rows(sql, 'SELECT FROM machine WHERE id = $1', [machineId])).length === 0
    )
      throw notFound('machine');
    await rows(sql, 'DELETE FROM pairing_code WHERE ends_at < $1', [serverNow()]);
    await rows(
      sql,
      'INSERT INTO pairing_code (code, kind, name, machine_id, ends_at) VALUES ($1, $2, $3, $4, $5)',
      [hashOf(code), kind, name, machineId, endsAt],
    );
    await recordAccessChange(sql, by, { what: 'code made', name });
  });
  return { code, endsAt: endsAt.toISOString() };
}

interface Code {
  kind: 'tablet' | 'display' | 'owner';
  name: string;
  machine_id: string | null;
}

const holds = `code = $1 AND used_at IS NULL AND ends_at > $2 AND (kind = 'owner') = $3`;

/** Throws a 422 problem for a code that is none, was used, or is over: which of them is not said. */
async function findCode(sql: Sql, code: string, isOwners: boolean, isUsed = false): Promise<Code> {
  const [row] = await rows<Code>(
    sql,
    isUsed
      ? `UPDATE pairing_code SET used_at = $2 WHERE ${holds} RETURNING kind, name, machine_id`
      : `SELECT kind, name, machine_id FROM pairing_code WHERE ${holds}`,
    [hashOf(code), serverNow(), isOwners],
  );
  if (row) return row;
  throw invalid(
    isOwners
      ? 'This link was used, or is over. ./start --owner-link prints a new one.'
      : 'This code is not one, was used already, or is over: a code holds for ten minutes. Ask for a new one.',
  );
}

/** Uses a code up. Throws as {@link findCode}. */
const useCode = (sql: Sql, code: string, isOwners: boolean): Promise<Code> =>
  findCode(sql, code, isOwners, true);

/** Lets this device in. Returns its token, which it alone has. */
export async function pairDevice(
  typed: string,
  from: RequestOrigin,
): Promise<{ token: string; name: string; kind: 'tablet' | 'display' }> {
  const wasRight = await countCode(from.address);
  const token = newToken();
  const paired = await inTransaction(async (sql) => {
    const code = await useCode(sql, codeText(typed), false);
    await letIn(sql, token, { ...code, kind: code.kind as 'tablet' | 'display' });
    return { token, name: code.name, kind: code.kind as 'tablet' | 'display' };
  });
  await wasRight();
  await accessChanged();
  return paired;
}

async function letIn(
  sql: Sql,
  token: string,
  { name, kind, machine_id }: Code & { kind: 'tablet' | 'display' },
): Promise<string> {
  const id = uuid7();
  await rows(
    sql,
    `INSERT INTO device (id, name, kind, machine_id, token, paired_at, seen_at) VALUES ($1, $2, $3, $4, $5, $6, $6)`,
    [id, name, kind, machine_id, hashOf(token), serverNow()],
  );
  await recordAccessChange(sql, { person: null, device: { id, name } }, { what: 'device let in', name });
  return id;
}

/** Sets an owner by the link that ./start printed, and signs him in here; from the network the device is let in with it. */
export async function takeOwnersLink(
  asked: { key: string; name: string; secret: string },
  asker: Principal,
  from: RequestOrigin,
): Promise<{ session: string; device: string | null }> {
  const wasRight = await countCode(from.address);
  // Looked at before anything is hashed, which takes a core for a while; used up below, by one of several.
  await findCode(database(), asked.key, true);
  const secret = await hashSecret(asked.secret, 'owner');
  const made = await inTransaction(async (sql) => {
    await useCode(sql, asked.key, true);
    const personId = await makeOwner(sql, uuid7(), asked.name, secret);
    const token = asker.device || from.isNear ? null : newToken();
    const name = `${asked.name.slice(0, 50)}’s device`;
    const deviceId = token
      ? await letIn(sql, token, { kind: 'tablet', name, machine_id: null })
      : (asker.device?.id ?? null);
    await recordAccessChange(
      sql,
      { person: { id: personId, name: asked.name }, device: null },
      { what: 'owner set', name: asked.name },
    );
    return { device: token, session: await beginSession(sql, personId, deviceId, asker.sessionId) };
  });
  await wasRight();
  await accessChanged();
  return made;
}

export async function changeDevice(
  id: string,
  change: { name?: string; machineId?: string | null },
  by: Principal,
): Promise<Device> {
  const found = await inTransaction(async (sql) => {
    if (
      change.machineId &&
      (await rows(sql, 'SELECT FROM machine WHERE id = $1', [change.machineId])).length === 0
    )
      throw notFound('machine');
    const [row] = await rows<Device>(
      sql,
      `UPDATE device SET name = coalesce($2, name), machine_id = CASE WHEN $3 THEN $4 ELSE machine_id END
       WHERE id = $1 AND out_at IS NULL RETURNING ${columns}`,
      [id, change.name ?? null, change.machineId !== undefined, change.machineId ?? null],
    );
    if (!row) throw notFound('device');
    await recordAccessChange(sql, by, { what: 'device changed', name: row.name });
    return row;
  });
  await accessChanged();
  return found;
}

/** Turned out: it and whoever is signed in on it are nobody from now on; its pages drop what they kept when they next ask (offline/service-worker.ts). */
export async function turnOut(id: string, by: Principal): Promise<void> {
  if (id === by.device?.id)
    throw new ProblemError(
      409,
      'This very device',
      'This is the device you hold. Turn it out from another one, or from the computer.',
    );
  await inTransaction(async (sql) => {
    const [row] = await rows<{ name: string }>(
      sql,
      'UPDATE device SET out_at = $2 WHERE id = $1 AND out_at IS NULL RETURNING name',
      [id, serverNow()],
    );
    if (!row) throw notFound('device');
    await rows(sql, 'UPDATE session SET ended_at = $2 WHERE device_id = $1 AND ended_at IS NULL', [
      id,
      serverNow(),
    ]);
    await recordAccessChange(sql, by, { what: 'device turned out', name: row.name });
  });
  await accessChanged();
}
