import type { DragEndEvent } from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import type { JobNow } from '../../../core/ledger/head-now.ts';
import {
  asTheyCame,
  problemOf,
  runningFirst,
  sewnNext,
  wishKey,
  type PlanSetup,
} from '../../../core/plan/asked/setup.ts';
import type { MeasuredLeft } from '../../../core/plan/asked/sew-minutes.ts';
import type { PositionUse } from '../../../engines/planner/index.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { usePlanContext } from '../../../parts/weave/usePlanContext.ts';
import { weaveRows, type SeatOf } from '../../../parts/weave/weave-state.ts';
import { without } from '../../../parts/without.ts';
import type { SavedPlan } from '../../../schemas/plan/plan.ts';
import type { SavedScheme } from '../../../schemas/plan/scheme.ts';
import type { Job } from '../../../schemas/workshop.ts';
import { useHeldPlan } from './useHeldPlan.ts';
import { outcomeOf, useOrderSearch, usePlanner, usePrices } from './usePlanner.ts';
import { useSavedPlan } from './useSavedPlan.ts';
import { useWishPrice } from './useWishPrice.ts';

/** The plan that is open: what was laid down, what follows from it, and how it is changed. */
export function usePlan(
  jobs: readonly Job[],
  first: SavedPlan | null,
  start: PlanSetup,
  scheme: SavedScheme | null,
  measured: MeasuredLeft,
) {
  const { data, live, view, operatorId, say } = useFrame();
  const saved = useSavedPlan(first, data.machine.id, start, operatorId, live.onPlan);
  const { change } = saved;
  const setup = useMemo(() => runningFirst(saved.setup, view.job), [saved.setup, view.job]);
  const [pickedKey, setPicked] = useState<{ job: string; stop: number } | null>(null);
  const context = usePlanContext(jobs, scheme, measured);
  const problem = useMemo(() => problemOf(setup, context), [setup, context]);
  const { planner, cheaper, moved, planAnew } = useHeldPlan(problem, saved);
  const outcome = outcomeOf(planner);
  const cameProblem = useMemo(() => {
    const came = asTheyCame(setup);
    return came && problemOf(came, context);
  }, [setup, context]);
  const came = outcomeOf(usePlanner(cameProblem));
  const order = useOrderSearch((found) => change({ ...setup, order: found.jobs.map(({ job }) => job) }));
  const rows = useMemo(
    () =>
      outcome?.jobs.every(({ job }) => problem.jobs.some(({ id }) => id === job))
        ? weaveRows(problem, outcome)
        : [],
    [problem, outcome],
  );
  const picked =
    outcome?.seats.find((seat) => seat.job === pickedKey?.job && seat.stops.includes(pickedKey.stop)) ?? null;
  const prices = usePrices(planner.is === 'done' ? problem : null, picked);
  const wishPrice = useWishPrice(planner);
  const lay = (next: PlanSetup) => {
    wishPrice.begin();
    change(next);
  };
  return {
    saved,
    setup,
    change,
    context,
    problem,
    planner,
    outcome,
    came,
    rows,
    picked,
    prices,
    wishPrice,
    cheaper,
    moved,
    planAnew,
    lay,
    search: order.state,
    cancelSearch: order.cancel,
    searchOrder: () => order.search(problem, setup.frozen),
    pick: (seat: SeatOf) => setPicked({ job: seat.job, stop: seat.stops[0] ?? 0 }),
    isWished: (seat: SeatOf) => setup.wishes[wishKey(seat.job, seat.stops)] !== undefined,
    leftOut: jobs.filter((job) => !setup.order.includes(job.id)),
    nameOf: (id: string) => jobs.find((job) => job.id === id)?.name ?? 'a job',
    problemFor: (plan: SavedPlan) => problemOf(plan.setup, context),
    ...changesOf(
      setup,
      lay,
      (seat) => {
        if (seat.job !== view.job?.id) return false;
        setPicked({ job: seat.job, stop: seat.stops[0] ?? 0 });
        say('That thread is being sewn: move it in the middle of the job, below the weave.');
        return true;
      },
      view.job,
    ),
  };
}
export type OpenPlan = ReturnType<typeof usePlan>;

/** What an operator changes of a setup: each lays down the next one. */
function changesOf(
  setup: PlanSetup,
  lay: (next: PlanSetup) => void,
  /** Whether a seat sews now: it is not wished elsewhere, and that is said. */
  isSewing: (seat: SeatOf) => boolean,
  running: JobNow | null,
) {
  const wish = (seat: SeatOf, position: number | null) => {
    const wishes = without(setup.wishes, wishKey(seat.job, seat.stops));
    if (position !== null) wishes[wishKey(seat.job, seat.stops)] = position;
    lay({ ...setup, wishes });
  };
  const move = (job: string, to: number) => {
    const next = setup.order.filter((id) => id !== job);
    next.splice(Math.max(0, to), 0, job);
    lay({ ...setup, order: next });
  };
  return {
    wish,
    move,
    use(position: number, value: PositionUse): void {
      const uses = without(setup.uses, String(position));
      if (value !== 'free') uses[position] = value;
      lay({ ...setup, uses });
    },
    sewNext: (job: string) => lay(sewnNext(setup, job, running)),
    takeIn: (job: string) => lay({ ...setup, order: [...setup.order, job] }),
    leaveOut: (job: string) => lay({ ...setup, order: setup.order.filter((id) => id !== job) }),
    /** A row was dropped on another, or a seat on another position of its row. */
    dropped({ active, over }: DragEndEvent): void {
      const from = active.data.current as { row: string; seat?: SeatOf } | undefined;
      const to = over?.data.current as { row: string; position?: number } | undefined;
      if (!from || !to) return;
      if (!from.seat) {
        if (from.row !== to.row) move(from.row, setup.order.indexOf(to.row));
        return;
      }
      if (to.position === undefined || to.row !== from.row || to.position === from.seat.position) return;
      if (isSewing(from.seat)) return;
      wish(from.seat, to.position);
    },
  };
}
