import { useStore } from '@nanostores/react';
import { createContext, use, useEffect, useMemo, useState, type ReactNode } from 'react';
import { seatJob, type SeatedStop } from '../../core/seating/seating.ts';
import { caseText } from '../../core/gauge/case-text.ts';
import { caseIn } from '../../core/run/cases-in.ts';
import type { RunEvent } from '../../core/run/run-event.ts';
import { todayNow, type OfToday } from '../../core/run/today.ts';
import type { JobToSeat, SeatingContext } from '../../core/seating/context.ts';
import type { Job, Thread } from '../../schemas/workshop.ts';
import { dayKey } from '../text.ts';
import { machineActions, type MachineActions } from '../live/actions/index.ts';
import { piecesDone } from '../live/pieces-since.ts';
import { useAwake } from '../device/useAwake.ts';
import { keepOffline } from '../live/fresh/keep-offline.ts';
import { getJson } from '../live/get-json.ts';
import { machineLive, type MachineLive } from '../live/machine-live.ts';
import { useNow } from '../live/useNow.ts';
import { usePageAnew } from '../live/fresh/useRefreshPage.ts';
import { useKeptSeats } from '../live/fresh/useKeptSeats.ts';
import type { HeadView } from '../live/view.ts';
import { Rights } from '../people/rights.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { useKeptParts } from './useKeptParts.ts';

interface FrameState {
  data: FrameData;
  live: MachineLive;
  view: HeadView;
  actions: MachineActions;
  threads: ReadonlyMap<string, Thread>;
  /** The name of a thread or a bobbin case by its id, for sentences. */
  threadName: (id: string) => string;
  /** The job on the machine, as far as it is known here. */
  job: Job | null;
  /** What any job is seated by on this machine now. */
  seating: SeatingContext;
  /** Where each stop of a job sews here. */
  seatsOf: (job: JobToSeat) => SeatedStop[];
  /** Where the running job's stops sew. */
  seated: readonly SeatedStop[];
  /** The newest entries about which case is in, and what it read. */
  ofCase: readonly RunEvent[];
  /** The case in the head that is looked at: its id; null: it was taken out; undefined: nobody said. */
  caseId: string | null | undefined;
  /** What counts today. */
  today: readonly OfToday[];
  /** Which head of several the operator looks at. */
  headNo: number;
  setHeadNo: (head: number) => void;
  operatorId: string | null;
  setOperatorId: (id: string | null) => void;
  /** The last thing done or gone wrong, said under the quick line. */
  said: string;
  say: (text: string) => void;
}

const Context = createContext<FrameState | null>(null);

/** The frame's state, for any part inside it. */
export function useFrame(): FrameState {
  const state = use(Context);
  if (!state) throw new Error('useFrame outside FrameProvider');
  return state;
}

export function FrameProvider({ data: given, children }: { data: FrameData; children: ReactNode }) {
  const data = useKeptParts(given);
  const [operatorId, setOperatorId] = useState(data.operatorId);
  const [headNo, setHeadNo] = useState(1);
  const [said, say] = useState('');
  const [operatorCell] = useState(() => ({ id: data.operatorId }));
  const [live] = useState(() =>
    machineLive({
      machineId: data.machine.id,
      head: data.head,
      events: data.events,
      feed: data.feed,
      operatorId: () => operatorCell.id,
    }),
  );
  const view = useStore(live.view);
  const job = useCurrentJob(data.job, view.job?.id ?? null);
  const threads = useMemo(() => new Map(data.threads.map((thread) => [thread.id, thread])), [data.threads]);
  const plan = useKeptSeats(data.planSeats, data.machine.id, live.onPlan);
  const madeOn = dayKey(data.now, data.zone);
  const seating = useMemo(
    (): SeatingContext => ({
      machineId: data.machine.id,
      seats: view.seats,
      running: view.job,
      plan,
      threads,
      schools: data.schools,
      today: madeOn,
    }),
    [data.machine.id, view.seats, view.job, plan, threads, data.schools, madeOn],
  );
  const seated = useMemo(() => (job ? seatJob(job, seating) : []), [job, seating]);
  const day = dayKey(useNow(data.now), data.zone);
  const today = useMemo(
    () => todayNow(data.today, view.events, (at) => dayKey(at, data.zone) === day),
    [data.today, view.events, data.zone, day],
  );
  const ofCase = useMemo(() => {
    const byId = new Map<string, RunEvent>(data.ofCase.map((event) => [event.id, event]));
    for (const event of view.events)
      if (event.kind === 'case_fitted' || event.kind === 'case_measured') byId.set(event.id, event);
    return [...byId.values()];
  }, [data.ofCase, view.events]);
  useEffect(() => live.start(), [live]);
  usePageAnew(live);
  useAwake();
  useEffect(
    () => keepOffline(data.machine.slug, data.machine.id, headNo, data.machine.positions),
    [data.machine, headNo],
  );
  useEffect(() => {
    const asked = Number(new URLSearchParams(location.search).get('head'));
    if (asked >= 1 && asked <= data.machine.heads) setHeadNo(asked);
  }, [data.machine.heads]);

  const state: FrameState = {
    data,
    live,
    view,
    threads,
    threadName: (id) => {
      const thread = threads.get(id);
      if (thread) return `${thread.name} ${thread.weightNo} wt`;
      const bobbinCase = data.cases.find((each) => each.id === id);
      return bobbinCase ? caseText(bobbinCase.name) : 'unknown thread';
    },
    job,
    seating,
    seatsOf: (asked) => seatJob(asked, seating),
    seated,
    today,
    ofCase,
    caseId: caseIn(ofCase, headNo),
    headNo,
    setHeadNo,
    operatorId,
    setOperatorId: (id) => {
      operatorCell.id = id;
      setOperatorId(id);
      document.cookie = `operator=${id ?? ''}; path=/; max-age=31536000; samesite=lax`;
    },
    said,
    say,
    actions: machineActions({
      ...{ live, machine: data.machine, view, job, seating, cones: data.cones, say },
      done: job ? piecesDone(data, view.events, job) : 0,
    }),
  };
  return (
    <Rights value={data.who.rights}>
      <Context value={state}>{children}</Context>
    </Rights>
  );
}

/** The job's details; fetched when another device puts another job on the machine. */
function useCurrentJob(first: Job | null, id: string | null): Job | null {
  const [job, setJob] = useState(first);
  useEffect(() => {
    if (id === null || id === job?.id) return;
    let current = true;
    getJson<Job>(`/api/jobs/${id}`).then(
      (found) => current && setJob(found),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [id, job?.id]);
  // The page made anew knows the newest of its job.
  const known = first?.id === id ? first : job;
  return known?.id === id ? known : null;
}
