import { v7 as uuid7 } from 'uuid';
import type { Shared } from '../../engines/planner/index.ts';
import { emptySetup, type PlanSetup } from '../../core/plan/asked/setup.ts';
import { send } from '../../parts/live/send.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';

/** One machine's plan with the jobs it was given: positions, wishes for those jobs and minutes stay as they are. */
export function sharedSetup(before: PlanSetup | null, order: readonly string[], frozen: number): PlanSetup {
  const setup = before ?? emptySetup;
  const wishes = Object.fromEntries(
    Object.entries(setup.wishes).filter(([key]) => order.includes(key.split(' ')[0]!)),
  );
  return { ...setup, order: [...order], wishes, frozen };
}

/**
 * Writes the order into the machine's plan, or into a first one. Refused when someone else changed the plan since it
 * was read: the error says so, and nothing is overwritten.
 */
export function keepShare(
  plan: SavedPlan | null,
  shared: Shared,
  frozen: number,
  operatorId: string | null,
): Promise<SavedPlan> {
  const setup = sharedSetup(
    plan && (plan.setup as PlanSetup),
    shared.jobs.map((job) => job.job),
    frozen,
  );
  return plan
    ? keepSetup(plan, setup, operatorId)
    : send('POST', '/api/plans', {
        id: uuid7(),
        machineId: shared.machine,
        name: 'Today',
        setup,
        operatorId,
      });
}

export const keepSetup = (plan: SavedPlan, setup: PlanSetup, operatorId: string | null): Promise<SavedPlan> =>
  send('PUT', `/api/plans/${plan.id}`, { name: plan.name, setup, operatorId, version: plan.version });
