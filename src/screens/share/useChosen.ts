import { useMemo, useState } from 'react';
import { defaultMinutes } from '../../engines/planner/index.ts';
import type { PlanSetup } from '../../core/plan/asked/setup.ts';
import { shareProblemOf } from '../../core/plan/machines/share-setup.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { dayKey } from '../../parts/text.ts';
import { without } from '../../parts/without.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';
import type { HeadNowMessage, Job, Machine } from '../../schemas/workshop.ts';

export interface MachineNow {
  machine: Machine;
  head: HeadNowMessage;
  plan: SavedPlan | null;
}

/** As many as are shared out at first: those due first. */
const jobsAtFirst = 10;
const machinesAtFirst = 4;

/** Which machines and jobs are shared out, which jobs stay where, and the problem that makes of it. */
export function useChosen(all: readonly MachineNow[], jobs: readonly Job[]) {
  const { data } = useFrame();
  // This machine, and the others as far as a glance reaches.
  const [at, setAt] = useState(() =>
    [data.machine.id, ...all.map(({ machine }) => machine.id).filter((id) => id !== data.machine.id)].slice(
      0,
      machinesAtFirst,
    ),
  );
  const machines = useMemo(() => all.filter(({ machine }) => at.includes(machine.id)), [all, at]);
  const onNow = useMemo(
    () =>
      Object.fromEntries(
        machines.flatMap(({ machine, head }) => (head.job ? [[head.job.id, machine.id]] : [])),
      ),
    [machines],
  );
  const [chosen, setChosen] = useState(() => [
    ...jobs.filter((job) => onNow[job.id]).map((job) => job.id),
    ...jobs
      .filter((job) => !onNow[job.id])
      .map((job) => job.id)
      .slice(0, jobsAtFirst),
  ]);
  const [asked, setAsked] = useState<Record<string, string>>({});
  const stays = useMemo(() => ({ ...asked, ...onNow }), [asked, onNow]);
  const problem = useMemo(
    () =>
      shareProblemOf(
        machines.map(({ machine, head, plan }) => ({
          id: machine.id,
          name: machine.name,
          machine,
          seats: head.seats,
          running: head.job,
          uses: plan ? (plan.setup as PlanSetup).uses : {},
        })),
        chosen,
        {
          jobs: jobs.map((job) => ({ ...job, done: job.tally.pieces })),
          threads: data.threads,
          shelf: data.needleKinds.map((kind) => kind.spec),
          schools: data.schools,
          today: dayKey(data.now, data.zone),
        },
        (machines.find(({ plan }) => plan)?.plan?.setup as PlanSetup | undefined)?.minutes ?? defaultMinutes,
        Object.fromEntries(Object.entries(stays).filter(([id]) => chosen.includes(id))),
      ),
    [machines, chosen, jobs, data, stays],
  );
  return {
    at,
    setAt,
    machines,
    /** Job on a machine now → that machine. */
    onNow,
    chosen,
    setChosen,
    stays,
    /** A job stays on a machine whatever the split, or goes where it is best again. */
    stay: (job: string, where: string | null) =>
      setAsked({ ...without(asked, job), ...(where && { [job]: where }) }),
    problem,
  };
}
