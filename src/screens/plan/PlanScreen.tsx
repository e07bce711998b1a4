import { useState } from 'react';
import { runsLeft, type MachineToTime } from '../../core/board/machine.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import type { PlanSetup } from '../../core/plan/asked/setup.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { OnlyFor } from '../../parts/people/OnlyFor.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { HeadFaces } from '../../parts/head/HeadFaces.tsx';
import { useSchemes } from '../../parts/live/fresh/useSchemes.ts';
import { doneText } from '../../parts/done-text.ts';
import { dayKey } from '../../parts/text.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';
import type { SeatOf } from '../../parts/weave/weave-state.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';
import type { SavedScheme } from '../../schemas/plan/scheme.ts';
import type { Job } from '../../schemas/workshop.ts';
import { Beside } from './Beside.tsx';
import { ChangeList } from './ChangeList.tsx';
import { HeadCard } from './HeadCard.tsx';
import { InTheMiddle } from './InTheMiddle.tsx';
import { Numbers } from './Numbers.tsx';
import { KeepsTo } from './KeepsTo.tsx';
import { LeftOut } from './LeftOut.tsx';
import { PlanBar } from './PlanBar.tsx';
import { SeatPanel } from './SeatPanel.tsx';
import { ToldOfJobs } from './ToldOfJobs.tsx';
import { useMoreJobs } from './hooks/useMoreJobs.ts';
import { usePlan, type OpenPlan } from './hooks/usePlan.ts';
import { Weave } from './Weave.tsx';

interface PlanScreenProps {
  data: FrameData;
  jobs: Job[];
  /** Where the list of waiting jobs goes on; null: all of them are here. */
  next: string | null;
  plans: SavedPlan[];
  start: PlanSetup;
  schemes: SavedScheme[];
  /** The machine as a board tells it: when its job is done. */
  onBoard: MachineToTime;
}

/** Who sits where, in which order: the weave of the jobs ahead under the head's own positions. */
export default function PlanScreen({ data, ...rest }: PlanScreenProps) {
  return (
    <Frame data={data}>
      <OnlyFor right="plan">
        <Plan {...rest} />
      </OnlyFor>
    </Frame>
  );
}

function Plan({ jobs: first, next, plans, start, schemes, onBoard }: Omit<PlanScreenProps, 'data'>) {
  const { data, live, threads } = useFrame();
  const { machine } = data;
  const { jobs, more, isMore } = useMoreJobs(first, next);
  const { inForce } = useSchemes(schemes, machine.id, live.onPlan);
  const plan = usePlan(jobs, plans[0] ?? null, start, inForce, runsLeft(onBoard));
  const [beside, setBeside] = useState<SavedPlan | null>(null);
  const { saved, outcome, problem, nameOf } = plan;
  const order = railOrder(machine.positions, machine.numberingSide);
  return (
    <>
      <div className="no-print">
        <HeadFaces slug={machine.slug} face="plan" />
        <Bar plan={plan} plans={plans} beside={beside} onBeside={setBeside} />
        {inForce && <KeepsTo plan={plan} scheme={inForce} />}
        <Numbers order={order} />
        <Weave
          plan={plan}
          order={order}
          blocks={inForce?.blocks ?? []}
          done={doneText(onBoard, Date.parse(data.now), data.zone)}
        />
        <SinceThePrint plan={plan} />
        <ToldOfJobs jobs={jobs.filter(({ id }) => plan.setup.order.includes(id))} />
        {beside && outcome && (
          <Beside
            mine={{ name: saved.plan?.name ?? 'this plan', problem, outcome }}
            plan={beside}
            problem={plan.problemFor(beside)}
            order={order}
            nameOf={nameOf}
            threads={threads}
            onClose={() => setBeside(null)}
          />
        )}
        {outcome?.shared.map((turns) => (
          <p key={turns.job} className="m-3 border-s-4 ps-3 [border-color:var(--color-base-content)]">
            {nameOf(turns.job)} needs more threads than there are positions: stops{' '}
            {turns.stops.map((stops) => stops.join(', ')).join(' and ')} share one and are changed in the
            middle of every piece, {minutesText(turns.minutesPerPiece)} a piece.
          </p>
        ))}
        <div className="grid items-start gap-4 p-3">
          <Picked plan={plan} />
          <LeftOut jobs={plan.leftOut} onTakeIn={plan.takeIn} onMore={isMore ? () => void more() : null} />
          <div id="changes" className="scroll-mt-4">
            <Changes plan={plan} order={order} />
          </div>
        </div>
      </div>
      {outcome && plan.rows.length > 0 && (
        <HeadCard
          machine={machine.name}
          problem={problem}
          outcome={outcome}
          order={order}
          nameOf={nameOf}
          jobs={jobs}
          threads={threads}
          day={dayKey(data.now, data.zone)}
        />
      )}
    </>
  );
}

/** What has come between the printed card and the head as it is. */
function SinceThePrint({ plan }: { plan: OpenPlan }) {
  const { cheaper, moved, nameOf } = plan;
  return (
    <>
      {moved.length > 0 && (
        <p role="status" className="m-3 border-s-4 ps-3 [border-color:var(--color-base-content)]">
          <b>Re-planned: the head no longer matches the printed card.</b>{' '}
          {moved
            .map(
              ({ job, stops, from, to }) =>
                `${nameOf(job)}, stop ${stops.join(', ')}: ${to} instead of ${from}`,
            )
            .join('; ')}
          . Print the card again.
        </p>
      )}
      {cheaper > 0 && (
        <p role="status" className="m-3 border-s-4 ps-3 [border-color:var(--color-base-content)]">
          As the head is now, other seats would save {minutesText(cheaper)}. The card holds until you plan
          anew.{' '}
          <button type="button" className="btn btn-sm min-h-11" onClick={plan.planAnew}>
            Plan anew
          </button>
        </p>
      )}
    </>
  );
}

interface BarProps {
  plan: OpenPlan;
  plans: readonly SavedPlan[];
  beside: SavedPlan | null;
  onBeside: (plan: SavedPlan | null) => void;
}

function Bar({ plan, plans, beside, onBeside }: BarProps) {
  const { saved, setup } = plan;
  return (
    <PlanBar
      outcome={plan.outcome}
      came={plan.came}
      search={plan.search}
      saved={saved.state}
      plan={saved.plan}
      others={plans.filter(({ id }) => id !== saved.plan?.id)}
      problemFor={plan.problemFor}
      canUndo={saved.canUndo}
      frozen={setup.frozen}
      price={plan.wishPrice.says}
      minutes={setup.minutes}
      onMinutes={(minutes) => plan.lay({ ...setup, minutes })}
      onBest={plan.searchOrder}
      onCancel={plan.cancelSearch}
      onUndo={() => {
        plan.wishPrice.forget();
        saved.undo();
      }}
      onFreeze={(count) => plan.change({ ...setup, frozen: count })}
      onTakeTheirs={() => void saved.takeTheirs()}
      onKeepAs={saved.keepAs}
      onOpen={saved.open}
      beside={beside}
      onBeside={onBeside}
    />
  );
}

/** What is changed for each job, ticked off into the ledger. */
function Changes({ plan, order }: { plan: OpenPlan; order: readonly number[] }) {
  const { data, threads, job, actions } = useFrame();
  const [done, setDone] = useState<{ key: string; says: string; nameAt: number | null }[]>([]);
  if (!plan.outcome) return null;
  const tick = (seat: SeatOf) => {
    const { says, isUnnamed } = actions.changeSeat(
      seat.position,
      seat.needle,
      threads.get(seat.thread),
      data.letters,
      seat.job === job?.id ? seat.stops : [],
    );
    const nameAt = isUnnamed ? seat.position : null;
    setDone([...done, { key: `${seat.job} ${seat.position} ${done.length}`, says, nameAt }]);
  };
  return (
    <ChangeList
      outcome={plan.outcome}
      order={order}
      heads={data.machine.heads}
      nameOf={plan.nameOf}
      threads={threads}
      done={done}
      headHref={`/${data.machine.slug}/head`}
      onTick={tick}
    />
  );
}

function Picked({ plan }: { plan: OpenPlan }) {
  const { threads, view } = useFrame();
  const [inTheMiddle, setInTheMiddle] = useState<{ seat: SeatOf; to: number } | null>(null);
  const { picked } = plan;
  if (!picked) return null;
  const isRunning = picked.job === view.job?.id;
  return (
    <>
      <SeatPanel
        seat={picked}
        thread={threads.get(picked.thread)}
        jobName={plan.nameOf(picked.job)}
        problem={plan.problem}
        prices={plan.prices}
        isWished={!isRunning && plan.isWished(picked)}
        isRunning={isRunning}
        onMove={(to) =>
          isRunning && to !== null ? setInTheMiddle({ seat: picked, to }) : plan.wish(picked, to)
        }
      />
      {isRunning && inTheMiddle?.seat.position === picked.position && (
        <InTheMiddle {...inTheMiddle} onDone={() => setInTheMiddle(null)} />
      )}
    </>
  );
}
