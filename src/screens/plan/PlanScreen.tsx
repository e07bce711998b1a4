import { type PositionUse } from '../../core/plan/asked/uses.ts';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { railOrder } from '../../core/head/rail-order.ts';
import { needleText, readNeedleLabel } from '../../core/needle/label.ts';
import {
  asTheyCame,
  onceMore,
  problemOf,
  wishKey,
  type JobToPlan,
  type PlanSetup,
} from '../../core/plan/asked/setup.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { dayKey } from '../../parts/text.ts';
import { without } from '../../parts/without.ts';
import type { SavedPlan } from '../../schemas/plan.ts';
import type { Job } from '../../schemas/workshop.ts';
import { Beside } from './Beside.tsx';
import { ChangeList } from './ChangeList.tsx';
import { HeadCard } from './HeadCard.tsx';
import { PlanBar } from './PlanBar.tsx';
import { SeatPanel } from './SeatPanel.tsx';
import { Standing } from './Standing.tsx';
import { UseRow } from './UseRow.tsx';
import { Wear } from './Wear.tsx';
import { outcomeOf, useOrderSearch, usePlanner, usePrices } from './usePlanner.ts';
import { useSavedPlan } from './useSavedPlan.ts';
import { useSewn } from './useSewn.ts';
import { weaveRows, type SeatOf } from '../../parts/weave/weave-state.ts';
import { minutesText, WaitingRow, WeaveRow } from '../../parts/weave/WeaveRow.tsx';

interface PlanScreenProps {
  data: FrameData;
  jobs: Job[];
  plans: SavedPlan[];
  start: PlanSetup;
}

/** Who sits where, in which order: the weave of the jobs ahead under the head's own positions. */
export default function PlanScreen({ data, ...rest }: PlanScreenProps) {
  return (
    <Frame data={data}>
      <Plan {...rest} />
    </Frame>
  );
}

function Plan({ jobs, plans, start }: Omit<PlanScreenProps, 'data'>) {
  const { data, view, threads, live, say, operatorId } = useFrame();
  const { machine } = data;
  const saved = useSavedPlan(plans[0] ?? null, machine.id, start, operatorId, live.onPlan);
  const { setup, change } = saved;
  const [pickedKey, setPicked] = useState<{ job: string; stop: number } | null>(null);
  const [done, setDone] = useState<{ key: string; says: string }[]>([]);
  const [beside, setBeside] = useState<SavedPlan | null>(null);
  const [price, setPrice] = useState('');
  const [wished, setWished] = useState<{ cost: number; of: string } | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const sewn = useSewn(machine.id);
  const order = railOrder(machine.positions, machine.numberingSide);

  const context = useMemo(
    () => ({
      machine,
      seats: view.seats,
      jobs: jobs.map(toPlan),
      threads: data.threads,
      shelf: data.needleKinds.map((kind) => kind.spec),
      schools: data.schools,
      today: dayKey(data.now, data.zone),
    }),
    [machine, view.seats, jobs, data],
  );
  const problem = useMemo(() => problemOf(setup, context), [setup, context]);
  const planner = usePlanner(problem);
  const outcome = outcomeOf(planner);
  const cameProblem = useMemo(() => {
    const came = asTheyCame(setup);
    return came && problemOf(came, context);
  }, [setup, context]);
  const came = outcomeOf(usePlanner(cameProblem));
  const {
    state: search,
    search: begin,
    cancel,
  } = useOrderSearch((found) => change({ ...setup, order: found.jobs.map((one) => one.job) }));
  const rows = useMemo(
    () =>
      outcome && outcome.jobs.every(({ job }) => problem.jobs.some((one) => one.id === job))
        ? weaveRows(problem, outcome)
        : [],
    [problem, outcome],
  );
  const picked =
    (pickedKey &&
      outcome?.seats.find((one) => one.job === pickedKey.job && one.stops.includes(pickedKey.stop))) ||
    null;
  const prices = usePrices(planner.is === 'done' ? problem : null, picked);
  const nameOf = (id: string) => jobs.find((job) => job.id === id)?.name ?? 'a job';
  const leftOut = jobs.filter((job) => !setup.order.includes(job.id));

  // The next answer tells the price of what was wished; until then the old one is still shown.
  if (wished && planner.is === 'done' && planner.of !== wished.of) {
    const more = planner.outcome.cost - wished.cost;
    setWished(null);
    setPrice(
      more > 0.05
        ? `That costs ${minutesText(more)} more. Undo takes it back.`
        : more < -0.05
          ? `That saves ${minutesText(-more)}.`
          : 'That costs nothing.',
    );
  }

  function lay(next: PlanSetup): void {
    if (planner.is === 'done') setWished({ cost: planner.outcome.cost, of: planner.of });
    setPrice('');
    change(next);
  }
  function wish(seat: SeatOf, position: number | null): void {
    const wishes = without(setup.wishes, wishKey(seat.job, seat.stops));
    if (position !== null) wishes[wishKey(seat.job, seat.stops)] = position;
    lay({ ...setup, wishes });
  }
  function move(job: string, to: number): void {
    const next = setup.order.filter((id) => id !== job);
    next.splice(Math.max(0, to), 0, job);
    lay({ ...setup, order: next });
  }
  function use(position: number, value: PositionUse): void {
    const uses = without(setup.uses, String(position));
    if (value !== 'free') uses[position] = value;
    lay({ ...setup, uses });
  }
  function dropped({ active, over }: DragEndEvent): void {
    const from = active.data.current as { row: string; seat?: SeatOf } | undefined;
    const to = over?.data.current as { row: string; position?: number } | undefined;
    if (!from || !to) return;
    if (!from.seat) return void (from.row !== to.row && move(from.row, setup.order.indexOf(to.row)));
    if (to.position === undefined || to.row !== from.row || to.position === from.seat.position) return;
    wish(from.seat, to.position);
  }
  /** What was sewn lately as if it came once more; null when nothing was. */
  async function sewnProblem() {
    const lately = await sewn.ask();
    if (!lately || lately.runs.length === 0) return null;
    const past = onceMore(
      setup,
      { ...context, jobs: lately.jobs.map(toPlan) },
      lately.runs.map((run) => run.jobId),
    );
    return problemOf(past.setup, past.context);
  }
  function tick(seat: SeatOf): void {
    const heads = Array.from({ length: machine.heads }, (_, index) => index + 1);
    const thread = threads.get(seat.thread);
    for (const head of heads) {
      const now = view.seats.find((one) => one.head === head && one.position === seat.position);
      if (!now?.needle || needleText(now.needle.spec) !== seat.needle)
        live.write({
          kind: 'needle_fitted',
          head,
          position: seat.position,
          data: { needle: readNeedleLabel(seat.needle, data.letters).spec, reason: 'job_needs' },
        });
      if (thread && now?.cone?.threadId !== thread.id)
        live.write({
          kind: 'cone_mounted',
          head,
          position: seat.position,
          data: { threadId: thread.id, coneId: null, fibre: thread.fibre },
        });
    }
    const says = `${thread?.name ?? 'Thread'} on position ${seat.position}`;
    setDone([...done, { key: `${seat.job} ${seat.position} ${done.length}`, says }]);
    say(`${says}: written into the ledger.`);
  }

  return (
    <>
      <div className="no-print">
        <PlanBar
          outcome={outcome}
          came={came}
          search={search}
          saved={saved.state}
          plan={saved.plan}
          others={plans.filter((one) => one.id !== saved.plan?.id)}
          problemFor={(other) => problemOf(other.setup as PlanSetup, context)}
          canUndo={saved.canUndo}
          frozen={setup.frozen}
          price={price}
          minutes={setup.minutes}
          onMinutes={(minutes) => lay({ ...setup, minutes })}
          onBest={() => begin(problem, setup.frozen)}
          onCancel={cancel}
          onUndo={() => {
            setPrice('');
            saved.undo();
          }}
          onFreeze={(count) => change({ ...setup, frozen: count })}
          onTakeTheirs={() => void saved.takeTheirs()}
          onKeepAs={saved.keepAs}
          onOpen={saved.open}
          beside={beside}
          onBeside={setBeside}
        />
        <div className="overflow-x-auto">
          <UseRow order={order} uses={setup.uses} onUse={use} />
          {planner.is === 'refused' && (
            <p
              role="alert"
              className="m-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
            >
              × {planner.why}
            </p>
          )}
          {planner.is === 'empty' && (
            <p className="p-4">
              No job is planned. Take jobs in below, or add them under Jobs: the plan then says who sits
              where, with the fewest lost minutes.
            </p>
          )}
          <DndContext sensors={sensors} onDragEnd={dropped}>
            <ol aria-label="Jobs in sewing order" aria-busy={planner.is === 'working'}>
              {rows.length === 0 &&
                planner.is === 'working' &&
                problem.jobs.map((job, at) => <WaitingRow key={job.id} at={at} name={job.name} />)}
              {rows.map((row, at) => (
                <WeaveRow
                  key={row.job}
                  at={at}
                  count={rows.length}
                  name={nameOf(row.job)}
                  href={`/${machine.slug}/jobs/${row.job}`}
                  frozen={at < setup.frozen}
                  cells={row.cells}
                  order={order}
                  times={outcome!.jobs[at]!}
                  ends={workText(outcome!.jobs[at]!.ends)}
                  threads={threads}
                  picked={picked}
                  wished={(seat) => setup.wishes[wishKey(seat.job, seat.stops)] !== undefined}
                  onPick={(seat) => setPicked({ job: seat.job, stop: seat.stops[0]! })}
                  onEarlier={() => move(row.job, at - 1)}
                  onLater={() => move(row.job, at + 1)}
                  onLeave={() => lay({ ...setup, order: setup.order.filter((id) => id !== row.job) })}
                />
              ))}
            </ol>
          </DndContext>
        </div>
        {beside && outcome && (
          <Beside
            mine={{ name: saved.plan?.name ?? 'this plan', problem, outcome }}
            plan={beside}
            problem={problemOf(beside.setup as PlanSetup, context)}
            order={order}
            nameOf={nameOf}
            threads={threads}
            onClose={() => setBeside(null)}
          />
        )}
        {outcome?.shared.map((one) => (
          <p key={one.job} className="m-3 border-s-4 ps-3 [border-color:var(--color-base-content)]">
            {nameOf(one.job)} needs more threads than there are positions: stops{' '}
            {one.stops.map((stops) => stops.join(', ')).join(' and ')} share one and are changed in the middle
            of every piece, {minutesText(one.minutesPerPiece)} a piece.
          </p>
        ))}
        <div className="grid items-start gap-4 p-3 xl:grid-cols-2">
          {outcome && (
            <ChangeList
              outcome={outcome}
              order={order}
              heads={machine.heads}
              nameOf={nameOf}
              threads={threads}
              done={done}
              onTick={tick}
            />
          )}
          <div className="grid gap-4">
            {picked && (
              <SeatPanel
                seat={picked}
                thread={threads.get(picked.thread)}
                jobName={nameOf(picked.job)}
                problem={problem}
                prices={prices}
                isWished={setup.wishes[wishKey(picked.job, picked.stops)] !== undefined}
                onMove={(position) => wish(picked, position)}
              />
            )}
            <Standing problem={problem} sewnProblem={sewnProblem} order={order} threads={threads} />
            {leftOut.length > 0 && (
              <section aria-label="Not planned" className="sheet p-4">
                <h2>Waiting, not in the plan</h2>
                <ul className="mt-1 flex flex-wrap gap-2">
                  {leftOut.slice(0, 40).map((job) => (
                    <li key={job.id}>
                      <button
                        type="button"
                        className="btn h-auto max-w-full py-2 text-start [overflow-wrap:anywhere] whitespace-normal"
                        onClick={() => lay({ ...setup, order: [...setup.order, job.id] })}
                      >
                        + {job.name}
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </div>
        </div>
        <div className="overflow-x-auto">
          <Wear
            state={sewn.state}
            onAsk={() => void sewn.ask()}
            problem={problem}
            order={order}
            threads={threads}
            hrefOf={(position) => `/${machine.slug}/head?position=${position}`}
          />
        </div>
      </div>
      {outcome && rows.length > 0 && (
        <HeadCard
          machine={machine.name}
          problem={problem}
          outcome={outcome}
          order={order}
          nameOf={nameOf}
          threads={threads}
          day={dayKey(data.now, data.zone)}
        />
      )}
    </>
  );
}

const toPlan = (job: Job): JobToPlan => ({ ...job, done: job.tally.pieces });

/** Work from the plan's beginning: minutes, then hours. */
const workText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(minutes < 600 ? 1 : 0)} h of work`;
