import { checkScheme } from '../../core/plan/scheme/faults.ts';
import type { Scheme } from '../../core/plan/blocks/scheme.ts';
import type { SavedScheme, SavedSchemeChange, SavedSchemeNew } from '../../schemas/plan/scheme.ts';
import type { ListQuery } from '../../schemas/workshop.ts';
import { database, inTransaction, rows, type Sql } from '../base/database.ts';
import { makeOnce } from '../base/made-once.ts';
import { conflict, invalid } from '../base/problem.ts';
import { keptById, listKept } from '../base/kept-by-machine.ts';
import { tellPlan } from '../jobs/plans.ts';

const columns = `id, machine_id AS "machineId", name, blocks, price, trade_weeks AS "tradeWeeks",
  to_char(since, 'YYYY-MM-DD') AS since, version, operator_id AS "operatorId", changed_at AS "changedAt"`;

const schemes = { table: 'head_scheme', columns, noun: 'scheme' } as const;

/** A machine's schemes, the newest change first. */
export const listSchemes = (query: ListQuery & { machine: string }) => listKept<SavedScheme>(schemes, query);

export const schemeById = (id: string) => keptById<SavedScheme>(schemes, id);

/** For endpoints' contracts: whose scheme it is. */
export const machineOfScheme = async ({ id }: { id: string }): Promise<string> =>
  (await schemeById(id)).machineId;

/** Throws a 422 problem for blocks that do not suit the machine's head. */
async function mustSuit(scheme: Scheme, machineId: string): Promise<void> {
  const [machine] = await rows<{ positions: number }>(
    database(),
    'SELECT positions FROM machine WHERE id = $1',
    [machineId],
  );
  if (!machine) throw invalid('There is no such machine. Pick it from the list at the top.');
  checkScheme(scheme, machine.positions);
}

const nameTaken = (name: string) =>
  conflict(`This machine has a scheme called “${name}” already. Give this one another name.`);

/** Keeps a new scheme. Sent again, the same one is given back; another one under its id is refused with both. */
export async function addScheme(asked: SavedSchemeNew): Promise<SavedScheme> {
  const { id, machineId, name, price, tradeWeeks, since, operatorId } = asked;
  await mustSuit(asked, machineId);
  const item = await inTransaction(async (sql) => {
    if (since !== null) await takeOutOfForce(sql, machineId, id);
    const made = await makeOnce<SavedScheme, SavedScheme>(
      {
        table: 'head_scheme',
        values: {
          id,
          machine_id: machineId,
          name,
          blocks: JSON.stringify(asked.blocks),
          price,
          trade_weeks: tradeWeeks,
          since,
          operator_id: operatorId ?? null,
        },
        columns,
        read: (row) => row,
        noun: 'scheme',
        taken: () => {
          throw nameTaken(name);
        },
      },
      sql,
    );
    return made.item;
  });
  tellPlan(machineId);
  return item;
}

/** Changes a scheme. Refused with 409 when someone else changed it since `version` was read. */
export async function changeScheme(
  id: string,
  { name, blocks, price, tradeWeeks, since, operatorId, version }: SavedSchemeChange,
): Promise<SavedScheme> {
  const { machineId } = await schemeById(id);
  await mustSuit({ blocks }, machineId);
  const changed = await inTransaction(async (sql) => {
    if (since !== null) await takeOutOfForce(sql, machineId, id);
    const [row] = await rows<SavedScheme>(
      sql,
      `UPDATE head_scheme SET name = $3, blocks = $4, price = $5, trade_weeks = $6, since = $7, operator_id = $8,
         version = version + 1, changed_at = now()
       WHERE id = $1 AND version = $2 RETURNING ${columns}`,
      [id, version, name, JSON.stringify(blocks), price, tradeWeeks, since, operatorId ?? null],
    );
    if (!row)
      throw conflict(
        'Someone else changed this scheme meanwhile. Look at theirs, or keep yours under another name: nothing is overwritten.',
      );
    return row;
  }).catch((error: unknown) => {
    if ((error as { code?: string }).code === '23505') throw nameTaken(name);
    throw error;
  });
  tellPlan(machineId);
  return changed;
}

/** Takes a scheme away; the head stays as it is. */
export async function removeScheme(id: string): Promise<{ id: string }> {
  const { machineId } = await schemeById(id);
  await rows(database(), 'DELETE FROM head_scheme WHERE id = $1', [id]);
  tellPlan(machineId);
  return { id };
}

async function takeOutOfForce(sql: Sql, machineId: string, but: string): Promise<void> {
  await rows(
    sql,
    'UPDATE head_scheme SET since = NULL, version = version + 1 WHERE machine_id = $1 AND since IS NOT NULL AND id <> $2',
    [machineId, but],
  );
}
