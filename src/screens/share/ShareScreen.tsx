import { mustFind } from '../../core/base/must-find.ts';
import { useState } from 'react';
import { defaultSpanWeight } from '../../engines/planner/index.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { counted } from '../../parts/text.ts';
import { useSame } from '../../parts/useSame.ts';
import type { Job } from '../../schemas/workshop.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';
import { Choices } from './Choices.tsx';
import { hoursText, Lane } from './Lane.tsx';
import { TakeOver } from './TakeOver.tsx';
import { mostListed } from './most-listed.ts';
import { useChosen, type MachineNow } from './useChosen.ts';
import { useShareOut, type ShareState } from './useShareOut.ts';

interface ShareScreenProps {
  data: FrameData;
  machines: MachineNow[];
  jobs: Job[];
}

const mostJobs = 24;
const mostMachines = 6;
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
  const { at, setAt, machines, onNow, chosen, setChosen, stays, stay, problem } = useChosen(all, jobs);
  const [weight, setWeight] = useState(defaultSpanWeight);
  const { state, search, cancel } = useShareOut();
  const question = useSame({ problem, spanWeight: weight });
  const outcome = state.is === 'found' ? state.outcome : null;
  const isOld = state.is === 'found' && state.of !== question;
  // The lanes stay until the next answer, whatever is chosen meanwhile.
  const shown = all.filter(({ machine }) =>
    outcome?.machines.some((shared) => shared.machine === machine.id),
  );
  const jobOf = (id: string) => jobs.find((job) => job.id === id);
  const scale = Math.max(60, ...(outcome?.machines.map((machine) => machine.jobs.at(-1)?.ends ?? 0) ?? []));

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
            {worths.map((worth) => (
              <option key={worth.weight} value={worth.weight}>
                {worth.name}
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
            onClick={() => search(question)}
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
            machines={shown.map((lane) => lane.machine)}
            shared={mustFind(outcome.machines, (lane) => lane.machine === machine.id, 'such machine')}
            scale={scale}
            jobOf={jobOf}
            threads={threads}
            stays={stays}
            onNow={Object.keys(onNow).find((id) => onNow[id] === machine.id) ?? null}
            onStay={stay}
          />
        ))}
      {state.is === 'found' && (
        <TakeOver
          key={state.answerNo}
          machines={machines}
          outcome={state.outcome}
          isOld={isOld}
          stays={stays}
          operatorId={operatorId}
        />
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
        <Choices title="Jobs" items={jobs} chosen={chosen} most={mostJobs} onChange={setChosen} />
        {data.waitingJobs > jobs.length && (
          <p className="quiet">
            The {mostListed} jobs that are due first, of {data.waitingJobs} that wait.
          </p>
        )}
      </section>
    </div>
  );
}

function headline(state: ShareState): string {
  if (state.is !== 'found') return 'Which machine sews what';
  const all = state.outcome.machines.flatMap((machine) => machine.jobs);
  const changing = all.reduce((sum, job) => sum + job.changeMinutes, 0);
  const late = all.filter((job) => job.late > 0);
  return `${minutesText(changing)} of changing, ${late.length === 0 ? 'all in time' : `${counted(late.length, 'job')} late`}`;
}

function known(state: ShareState): string {
  if (state.is === 'idle' || state.is === 'refused')
    return 'Jobs go to the machine where they are in time and change least; long work is spread.';
  if (state.is === 'searching')
    return Number.isFinite(state.best) ? `Best so far: ${minutesText(state.best)} of cost.` : 'Searching …';
  const { outcome, ms } = state;
  const ends = Math.max(...outcome.machines.map((machine) => machine.jobs.at(-1)?.ends ?? 0));
  const sure = outcome.proven
    ? 'Proven: no other split is better.'
    : `Not proven: the best split costs at most ${minutesText(outcome.cost - outcome.bound)} less.`;
  return `All done after ${hoursText(ends)} of work. ${sure} Worked out in ${(ms / 1000).toFixed(1)} s.`;
}
