import { useMemo, useState } from 'react';
import { defaultMinutes } from '../../core/plan/asked/minutes.ts';
import { defaultSpanWeight } from '../../core/plan/machines/share-problem.ts';
import { shareProblemOf } from '../../core/plan/machines/share-setup.ts';
import type { PlanSetup } from '../../core/plan/asked/setup.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { counted, dayKey } from '../../parts/text.ts';
import { without } from '../../parts/without.ts';
import type { SavedPlan } from '../../schemas/plan.ts';
import type { HeadNowMessage, Job, Machine } from '../../schemas/workshop.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';
import { Choices } from './Choices.tsx';
import { hoursText, Lane } from './Lane.tsx';
import { keepSetup, keepShare } from './take-over.ts';
import { useShareOut, type ShareState } from './useShareOut.ts';

interface MachineNow {
  machine: Machine;
  head: HeadNowMessage;
  plan: SavedPlan | null;
}
interface ShareScreenProps {
  data: FrameData;
  machines: MachineNow[];
  jobs: Job[];
}

/** As many as are shared out at first: those due first. */
const jobsAtFirst = 10;
const mostJobs = 24;
const machinesAtFirst = 4;
const mostMachines = 6;
/** Jobs listed to choose from. */
const mostListed = 60;
const worths = [
  { weight: 0, name: 'no matter' },
  { weight: defaultSpanWeight, name: '6 min of changing' },
  { weight: 0.5, name: '30 min of changing' },
];

/** Which machine sews which jobs: in time, with little changing, and no machine idle while the other is behind. */
export default function ShareScreen({ data, ...rest }: ShareScreenProps) {
  return (
    <Frame data={data}>
      <ShareOut {...rest} />
    </Frame>
  );
}

function ShareOut({ machines: all, jobs }: Omit<ShareScreenProps, 'data'>) {
  const { data, threads, operatorId } = useFrame();
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
  const [weight, setWeight] = useState(defaultSpanWeight);
  const { state, search, cancel } = useShareOut();
  const stays = useMemo(() => ({ ...asked, ...onNow }), [asked, onNow]);
  const problem = useMemo(
    () =>
      shareProblemOf(
        machines.map(({ machine, head, plan }) => ({
          id: machine.id,
          name: machine.name,
          machine,
          seats: head.seats,
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
  const key = JSON.stringify([problem, weight]);
  const outcome = state.is === 'found' ? state.outcome : null;
  const isOld = state.is === 'found' && state.of !== key;
  // The lanes stay until the next answer, whatever is chosen meanwhile.
  const shown = all.filter(({ machine }) => outcome?.machines.some((one) => one.machine === machine.id));
  const jobOf = (id: string) => jobs.find((job) => job.id === id);
  const scale = Math.max(60, ...(outcome?.machines.map((one) => one.jobs.at(-1)?.ends ?? 0) ?? []));

  return (
    <div className="grid gap-4 p-3 lg:p-5">
      <header className="flex flex-wrap items-end gap-3">
        <div className="me-auto">
          <h1>{headline(state)}</h1>
          <p className="figures quiet">{known(state)}</p>
        </div>
        <label className="text-sm font-semibold">
          An hour sooner done is worth
          <select
            className="select ms-2 w-48"
            value={weight}
            onChange={(change) => setWeight(Number(change.target.value))}
          >
            {worths.map((one) => (
              <option key={one.weight} value={one.weight}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        {state.is === 'searching' ? (
          <span className="flex items-center gap-2" role="status">
            <progress className="h-3 w-32" max={1} value={state.share} aria-label="How far the search is" />
            <button type="button" className="btn" onClick={cancel}>
              Cancel
            </button>
          </span>
        ) : (
          <button
            type="button"
            className="btn btn-primary"
            disabled={chosen.length === 0 || machines.length === 0}
            onClick={() => search(problem, weight, key)}
          >
            Share out {counted(chosen.length, 'job')}
          </button>
        )}
      </header>
      {isOld && (
        <p role="status" className="border-s-4 ps-3 [border-color:var(--color-base-content)]">
          Something was changed since: share out again to see what it does.
        </p>
      )}
      {state.is === 'refused' && (
        <p role="alert" className="border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]">
          × {state.why}
        </p>
      )}
      {outcome &&
        shown.map(({ machine }) => (
          <Lane
            key={machine.id}
            machine={machine}
            machines={shown.map((one) => one.machine)}
            shared={outcome.machines.find((one) => one.machine === machine.id)!}
            scale={scale}
            jobOf={jobOf}
            threads={threads}
            stays={stays}
            onNow={Object.keys(onNow).find((id) => onNow[id] === machine.id) ?? null}
            onStay={(job, where) => {
              setAsked({ ...without(asked, job), ...(where && { [job]: where }) });
            }}
          />
        ))}
      {outcome && !isOld && (
        <TakeOver key={key} machines={machines} outcome={outcome} stays={stays} operatorId={operatorId} />
      )}
      <section aria-label="What is shared out" className="sheet grid gap-4 p-4">
        <Choices
          title="Machines"
          items={all.map(({ machine }) => ({
            id: machine.id,
            name: machine.name,
            fixed: machine.id === data.machine.id,
          }))}
          chosen={at}
          most={mostMachines}
          onChange={setAt}
        />
        <Choices
          title="Jobs"
          items={jobs.slice(0, mostListed)}
          chosen={chosen}
          most={mostJobs}
          onChange={setChosen}
        />
        {jobs.length > mostListed && (
          <p className="quiet">
            The {mostListed} jobs that are due first, of {jobs.length} that wait.
          </p>
        )}
      </section>
    </div>
  );
}

function headline(state: ShareState): string {
  if (state.is !== 'found') return 'Which machine sews what';
  const all = state.outcome.machines.flatMap((one) => one.jobs);
  const changing = all.reduce((sum, one) => sum + one.changeMinutes, 0);
  const late = all.filter((one) => one.late > 0);
  return `${minutesText(changing)} of changing, ${late.length === 0 ? 'all in time' : `${counted(late.length, 'job')} late`}`;
}

function known(state: ShareState): string {
  if (state.is === 'idle' || state.is === 'refused')
    return 'Jobs go to the machine where they are in time and change least; long work is spread.';
  if (state.is === 'searching')
    return Number.isFinite(state.best) ? `Best so far: ${minutesText(state.best)} of cost.` : 'Searching …';
  const { outcome, ms } = state;
  const ends = Math.max(...outcome.machines.map((one) => one.jobs.at(-1)?.ends ?? 0));
  const sure = outcome.proven
    ? 'Proven: no other split is better.'
    : `Not proven: the best split costs at most ${minutesText(outcome.cost - outcome.bound)} less.`;
  return `All done after ${hoursText(ends)} of work. ${sure} Worked out in ${(ms / 1000).toFixed(1)} s.`;
}

interface TakeOverProps {
  machines: readonly MachineNow[];
  outcome: Extract<ShareState, { is: 'found' }>['outcome'];
  stays: Readonly<Record<string, string>>;
  operatorId: string | null;
}

/** Writes the split into every machine's plan, and takes it back again. */
function TakeOver({ machines, outcome, stays, operatorId }: TakeOverProps) {
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
            Take it back
          </button>
        </>
      ) : (
        <button type="button" className="btn btn-primary" onClick={() => void takeOver()}>
          Put it into the plans
        </button>
      )}
      {why && <span className="font-semibold">× {why}</span>}
    </div>
  );
}
