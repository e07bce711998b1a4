import { v7 as uuid7 } from 'uuid';
import { emptySetup, sewnNext, type PlanSetup } from '../../core/plan/asked/setup.ts';
import type { JobNow } from '../../core/ledger/head-now.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';
import { get, NotTaken, send } from '../live/send.ts';

interface NextJob {
  machineId: string;
  jobId: string;
  running: Pick<JobNow, 'id'> | null;
  /** What a first plan is made of where there is none, in its order. */
  waiting: readonly string[];
  operatorId: string | null;
}

/** Lays a job down as the next one in the machine's newest plan. Throws {@link NotTaken}. */
export async function sewNext(next: NextJob): Promise<void> {
  try {
    await lay(next);
  } catch (error) {
    if (!(error instanceof NotTaken && error.isClash)) throw error;
    // Somebody changed the plan between the two: once more, with theirs.
    await lay(next);
  }
}

async function lay({ machineId, jobId, running, waiting, operatorId }: NextJob): Promise<void> {
  const { items } = await get<{ items: SavedPlan[] }>(`/api/plans?machine=${machineId}&limit=1`);
  const plan = items[0];
  const before = (plan?.setup as PlanSetup | undefined) ?? { ...emptySetup, order: [...waiting] };
  const setup = sewnNext(before, jobId, running);
  if (plan) {
    const { name, version } = plan;
    await send('PUT', `/api/plans/${plan.id}`, { name, setup, operatorId, version });
  } else await send('POST', '/api/plans', { id: uuid7(), machineId, name: 'Today', setup, operatorId });
}
