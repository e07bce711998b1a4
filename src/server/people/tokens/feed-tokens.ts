import { v7 as uuid7 } from 'uuid';
import type { Principal, FeedToken } from '../../../schemas/people.ts';
import { serverNow } from '../../base/clock.ts';
import { database, inTransaction, rows } from '../../base/database.ts';
import { notFound } from '../../base/problem.ts';
import { accessChanged, recordAccessChange } from '../access-change.ts';
import { hashOf, newToken } from './tokens.ts';

const columns = `id, name, kind, machine_id AS "machineId", made_at AS "madeAt"`;

/** Tokens that hold, by name. */
export const listFeedTokens = (): Promise<FeedToken[]> =>
  rows<FeedToken>(database(), `SELECT ${columns} FROM feed_token WHERE out_at IS NULL ORDER BY name, id`);

/** A token for one machine's feed or gauge. It is given out here, and never again. */
export async function makeFeedToken(
  { name, kind, machineId }: Pick<FeedToken, 'name' | 'kind' | 'machineId'>,
  by: Principal,
): Promise<FeedToken & { token: string }> {
  const token = newToken();
  const made = await inTransaction(async (sql) => {
    if ((await rows(sql, 'SELECT FROM machine WHERE id = $1', [machineId])).length === 0)
      throw notFound('machine');
    const [row] = await rows<FeedToken>(
      sql,
      `INSERT INTO feed_token (id, name, kind, machine_id, token, made_at) VALUES ($1, $2, $3, $4, $5, $6) RETURNING ${columns}`,
      [uuid7(), name, kind, machineId, hashOf(token), serverNow()],
    );
    await recordAccessChange(sql, by, { what: 'token made', name, kind });
    return row!;
  });
  await accessChanged();
  return { ...made, token };
}

export async function takeBackFeedToken(id: string, by: Principal): Promise<void> {
  await inTransaction(async (sql) => {
    const [row] = await rows<{ name: string; kind: string }>(
      sql,
      'UPDATE feed_token SET out_at = $2 WHERE id = $1 AND out_at IS NULL RETURNING name, kind',
      [id, serverNow()],
    );
    if (!row) throw notFound('token');
    await recordAccessChange(sql, by, { what: 'token taken back', name: row.name, kind: row.kind });
  });
  await accessChanged();
}
