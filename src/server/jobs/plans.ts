import type { ListQuery } from '../../schemas/workshop.ts';
import type { SavedPlan, SavedPlanChange, SavedPlanNew, SavedPlanSeats } from '../../schemas/plan/plan.ts';
import type { KeptSeat } from '../../core/seating/context.ts';
import { database, rows } from '../base/database.ts';
import { announceNews } from '../base/news.ts';
import { log } from '../base/log.ts';
import { conflict, invalid } from '../base/problem.ts';
import { makeOnce } from '../base/made-once.ts';
import { keptById, listKept } from '../base/kept-by-machine.ts';

const columns = `id, machine_id AS "machineId", name, setup, seats, version, operator_id AS "operatorId", changed_at AS "changedAt"`;

const plans = { table: 'head_plan', columns, noun: 'plan' } as const;

/** A machine's plans, the newest change first. */
export const listPlans = (query: ListQuery & { machine: string }) => listKept<SavedPlan>(plans, query);

export const planById = (id: string) => keptById<SavedPlan>(plans, id);

/** For endpoints' contracts: whose plan it is. */
export const machineOfPlan = async ({ id }: { id: string }): Promise<string> =>
  (await planById(id)).machineId;

/** Keeps a new plan. Sent again, the same one is given back; another one under its id is refused with both. */
export async function addPlan({ id, machineId, name, setup, operatorId }: SavedPlanNew): Promise<SavedPlan> {
  const [machine] = await rows(database(), 'SELECT 1 FROM machine WHERE id = $1', [machineId]);
  if (!machine) throw invalid('There is no such machine. Pick it from the list at the top.');
  const { item } = await makeOnce<SavedPlan, SavedPlan>({
    table: 'head_plan',
    values: { id, machine_id: machineId, name, setup, operator_id: operatorId ?? null },
    columns,
    read: (row) => row,
    noun: 'plan',
    taken: () => {
      throw conflict(`This machine has a plan called “${name}” already. Give this one another name.`);
    },
  });
  tellPlan(item.machineId);
  return item;
}

/** Changes a plan. Refused with 409 when someone else changed it since `version` was read. */
export async function changePlan(
  id: string,
  { name, setup, operatorId, version }: SavedPlanChange,
): Promise<SavedPlan> {
  const [row] = await rows<SavedPlan>(
    database(),
    `UPDATE head_plan SET name = $3, setup = $4, seats = NULL, operator_id = $5, version = version + 1, changed_at = now()
     WHERE id = $1 AND version = $2 RETURNING ${columns}`,
    [id, version, name, setup, operatorId ?? null],
  );
  if (row) {
    tellPlan(row.machineId);
    return row;
  }
  await planById(id);
  throw conflict(
    'Someone else changed this plan meanwhile. Look at theirs, or keep yours under another name: nothing is overwritten.',
  );
}

/**
 * Keeps where a plan's setup of `version` seats the stops. A version that is no longer the plan's is passed over: its seats
 * are worked out anew by whoever changed it.
 */
export async function keepSeats(id: string, { version, seats }: SavedPlanSeats): Promise<SavedPlan> {
  const [row] = await rows<SavedPlan>(
    database(),
    `UPDATE head_plan SET seats = $3 WHERE id = $1 AND version = $2 RETURNING ${columns}`,
    [id, version, JSON.stringify(seats)],
  );
  if (row) tellPlan(row.machineId);
  return row ?? planById(id);
}

/** Where the machine's newest plan seats stops; nothing while that is not worked out. */
export async function keptSeats(machineId: string): Promise<KeptSeat[]> {
  const [row] = await rows<{ seats: KeptSeat[] | null }>(
    database(),
    'SELECT seats FROM head_plan WHERE machine_id = $1 ORDER BY changed_at DESC, id DESC LIMIT 1',
    [machineId],
  );
  return row?.seats ?? [];
}

/** A page that is not told looks when it is back on the feed: the plan is kept all the same. */
export function tellPlan(machineId: string): void {
  announceNews([{ machineId, news: { name: 'plan', data: {} } }]).catch((error: unknown) =>
    log().warn({ err: error }, 'announcement failed'),
  );
}
