import { useMay } from '../../parts/people/rights.tsx';
import { useState } from 'react';
import type { PlanSetup } from '../../core/plan/asked/setup.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';
import { keepSetup, keepShare } from './take-over.ts';
import type { MachineNow } from './useChosen.ts';
import type { ShareState } from './useShareOut.ts';

interface TakeOverProps {
  machines: readonly MachineNow[];
  outcome: Extract<ShareState, { is: 'found' }>['outcome'];
  /** What was asked has changed since: the split is not taken over any more, but one that was can be undone. */
  isOld: boolean;
  stays: Readonly<Record<string, string>>;
  operatorId: string | null;
}

/** Writes the split into every machine's plan, and takes it back again. */
export function TakeOver({ machines, outcome, isOld, stays, operatorId }: TakeOverProps) {
  const mayPlan = useMay('plan');
  const [kept, setKept] = useState<{ plan: SavedPlan; before: PlanSetup | null }[] | null>(null);
  const [why, setWhy] = useState('');
  const [plans, setPlans] = useState(() => new Map(machines.map(({ machine, plan }) => [machine.id, plan])));

  const hold = (all: readonly SavedPlan[]) =>
    setPlans(new Map([...plans, ...all.map((plan) => [plan.machineId, plan] as const)]));
  async function takeOver(): Promise<void> {
    setWhy('');
    const done: { plan: SavedPlan; before: PlanSetup | null }[] = [];
    try {
      for (const shared of outcome.machines) {
        const plan = plans.get(shared.machine) ?? null;
        const frozen = shared.jobs.filter(({ job }) => stays[job] === shared.machine).length;
        done.push({
          plan: await keepShare(plan, shared, frozen, operatorId),
          before: plan && (plan.setup as PlanSetup),
        });
      }
      setKept(done);
    } catch (error) {
      setWhy((error as Error).message);
      // What was written before the refusal goes back: the plans hold one split or the other.
      await back(done);
    }
    hold(done.map(({ plan }) => plan));
  }
  async function back(done: readonly { plan: SavedPlan; before: PlanSetup | null }[]): Promise<void> {
    const restored: SavedPlan[] = [];
    for (const { plan, before } of done)
      restored.push(await keepSetup(plan, before ?? { ...(plan.setup as PlanSetup), order: [] }, operatorId));
    hold(restored);
    setKept(null);
  }
  return (
    <div className="flex flex-wrap items-center gap-3" role="status">
      {kept ? (
        <>
          <b>The plans hold it now.</b>
          {machines.map(({ machine }) => (
            <a key={machine.id} className="btn" href={`/${machine.slug}/head`}>
              Plan of {machine.name}
            </a>
          ))}
          <button
            type="button"
            className="btn"
            onClick={() => back(kept).catch((error: Error) => setWhy(error.message))}
          >
            Undo
          </button>
        </>
      ) : (
        <button
          type="button"
          className="btn btn-primary"
          hidden={!mayPlan || isOld}
          onClick={() => void takeOver()}
        >
          Put it into the plans
        </button>
      )}
      {why && <span className="font-semibold">× {why}</span>}
    </div>
  );
}
