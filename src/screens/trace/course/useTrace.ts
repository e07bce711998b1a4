import { useEffect, useMemo, useRef, useState } from 'react';
import type { EntryData, Event } from '../../../core/ledger/entry.ts';
import { seatAt } from '../../../core/ledger/head-now.ts';
import { adviseTrace, causeShares, type TraceAdvice } from '../../../core/trace/advise.ts';
import type { CauseChance } from '../../../core/trace/cause-chance.ts';
import { checklistMinutes } from '../../../core/trace/checklist.ts';
import type { Clue } from '../../../core/trace/clue.ts';
import { bandOf } from '../../../core/tension/targets.ts';
import { evidenceIn } from '../../../core/trace/evidence/index.ts';
import { minutesOfTrace, type Trace } from '../../../core/trace/course/fold.ts';
import { causesFound } from '../../../core/trace/found.ts';
import type { TraceFacts } from '../../../core/trace/learning/facts.ts';
import { learnt, type Learnt } from '../../../core/trace/learning/learn.ts';
import { cluesFromReport, type FaultReport } from '../../../core/trace/fault-report.ts';
import { replacedBy } from '../../../core/trace/learning/repair-looks.ts';
import { courseOf, holding, type Course, type Holding } from '../../../core/trace/course/stage.ts';
import type { Step } from '../../../core/trouble/steps/index.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { clockNow } from '../../../parts/live/clock.ts';
import type { Written } from '../../../parts/live/machine-live.ts';
import { useMay } from '../../../parts/people/rights.tsx';
import { bookedWith } from './booked-with.ts';
import { doubles, isFragmentMissing, knownOf, type Where } from './seat-facts.ts';
import { useSetting, useUnfit } from './useSetting.ts';

export interface TraceState {
  where: Where;
  /** The trace that is on; null: it begins with the first answer. */
  trace: Trace | null;
  said: FaultReport;
  /** What the ledger knew of it by itself. */
  known: FaultReport;
  evidence: { clue: Clue; isStruck: boolean }[];
  course: Course;
  advice: TraceAdvice;
  /** What it was, once it sews again. */
  found: CauseChance[];
  /** When the last trace here was closed, where nothing broke since; null: something did, or none was. */
  quietSince: string | null;
  /** The causes that are shown, as shares of 1: what is looked for, or once it sews again what it was. */
  shown: CauseChance[];
  holding: Holding | null;
  learnt: Learnt;
  minutes: number;
  /** The step that is shown: the best, or the one that was chosen; null: none is left. */
  step: Step | null;
  choose: (step: Step | null) => void;
  say: (change: Partial<FaultReport>) => void;
  strike: (key: string) => void;
  /** `isShown`: nothing was done for it, it was seen of what the last repair took out. */
  answer: (step: Step, answer: string, isShown?: boolean) => void;
  takeBack: (id: string) => void;
  brokeAgain: () => void;
  close: (end: Pick<EntryData['trace_closed'], 'outcome' | 'cause' | 'piece'>) => void;
}

interface Known {
  events: Event[];
  traces: Trace[];
}

/** One seat's trace: what is known of it, what comes next, and the touches that go into the ledger. */
export function useTrace(where: Where, all: Known, { here, others }: TraceFacts): TraceState {
  const { head, position } = where;
  const own = all.traces.filter((each) => each.head === head && each.position === position);
  const trace = own.find((each) => !each.closed) ?? null;
  const closedAt =
    own
      .map(({ closed }) => closed?.at ?? '')
      .sort()
      .at(-1) ?? '';
  // What a closed trace was about is answered: the next one is about the breaks since.
  const events = useMemo(
    () => all.events.filter((event) => event.at > closedAt || !isBreakAt(event, head, position)),
    [all.events, closedAt, head, position],
  );
  const [chosen, choose] = useState<Step | null>(null);
  const odds = useMemo(() => learnt(here, others), [here, others]);
  const setting = useSetting(where, odds);
  const unfit = useUnfit(where);
  const { data, view } = useFrame();
  const known = useMemo(
    () => knownOf(events, { head, position }, view.openStop, data.now),
    [events, head, position, view.openStop, data.now],
  );
  const said = trace?.said ?? known;
  const clues = useEvidence(where, events, unfit?.says ?? null, trace?.at ?? null);
  const struck = trace?.struck;
  const course = useMemo(() => courseOf(trace ?? { steps: [] }), [trace]);
  const question = useMemo(() => {
    const kept = clues.filter(({ key }) => !struck?.includes(key) && !doubles(key, said));
    return {
      clues: [...cluesFromReport(said), ...kept],
      answered: course.answered.filter(({ answer }) => answer !== 'sews'),
      setting,
      fragmentMissing: isFragmentMissing(events, { head, position }),
    };
  }, [clues, struck, said, course, setting, events, head, position]);
  const advice = useMemo(() => adviseTrace(question), [question]);
  const found = useMemo(
    () => causesFound({ ...question, answered: course.answered }, course.shown),
    [question, course],
  );
  const isOffered = chosen && advice.steps.some((each) => each.step === chosen);
  const minutes = trace ? minutesOfTrace(trace, (each) => odds.minutes[each]) : 0;
  const touches = useTouches({ where, trace, known, course, advised: unfit?.advised ?? null, odds });
  return {
    quietSince:
      closedAt && !trace && !events.some((event) => !event.void && isBreakAt(event, head, position))
        ? closedAt
        : null,
    shown: causeShares(course.ending ? found : advice.causes),
    ...{ where, trace, said, known, course, advice, found, learnt: odds, minutes, choose },
    evidence: clues.map((clue) => ({ clue, isStruck: struck?.includes(clue.key) ?? false })),
    holding: course.ending ? holding(where, course.ending, events) : null,
    step: isOffered ? chosen : (advice.steps[0]?.step ?? null),
    ...touches,
    answer: (...told) => {
      choose(null);
      touches.answer(...told);
    },
    close: (end) =>
      touches.close({
        ...end,
        minutes: Math.round(minutes * 10) / 10,
        checklistMinutes: end.cause ? checklistMinutes(end.cause, setting) : null,
      }),
  };
}

const isBreakAt = (event: Event, head: number, position: number): boolean =>
  event.kind === 'break' && event.head === head && event.position === position;

function useEvidence(
  { head, position }: Where,
  events: readonly Event[],
  unfit: string | null,
  begunAt: string | null,
): Clue[] {
  const { data, view, threadName } = useFrame();
  return useMemo(
    () =>
      evidenceIn({
        ...{ head, position, heads: data.machine.heads, events, seats: view.seats, unfit, begunAt },
        ...{ needleLife: data.machine.profile.needleLife, now: data.now },
        ...{ band: bandOf(data.schools.case), caseName: threadName },
      }),
    // The names do not change while the page is open.
    [head, position, data.machine, data.schools, data.now, events, view.seats, unfit, begunAt],
  );
}

interface Touching {
  where: Where;
  trace: Trace | null;
  known: FaultReport;
  course: Course;
  advised: string | null;
  odds: Learnt;
}

/** The touches of a trace: each writes entries, one touch is taken back at once. */
function useTouches({ where, trace, known, course, advised, odds }: Touching) {
  const { data, live, view, threads, say: tell } = useFrame();
  const mayMechanical = useMay('mechanical');
  const shownAt = useRef(0);
  const done = trace?.steps.length;
  useEffect(() => {
    shownAt.current = clockNow();
  }, [done]);
  /** The entry that opens a trace is written with the first thing that is said or done. */
  function opened(list: (id: string) => Written[]): void {
    if (trace) return void live.write(...list(trace.id));
    const [id] = live.write({ kind: 'trace_opened', ...where, data: { ...known, struck: [] } });
    live.write(...list(id!));
  }
  const change = (id: string, data: Partial<EntryData['trace_opened']>): Written => ({
    kind: 'correction',
    corrects: id,
    data: { data },
  });
  const seat = seatAt(view, where.head, where.position);
  return {
    say: (more: Partial<FaultReport>) => opened((id) => [change(id, more)]),
    strike: (key: string) => {
      const struck = trace?.struck ?? [];
      const next = struck.includes(key) ? struck.filter((each) => each !== key) : [...struck, key];
      opened((id) => [change(id, { struck: next })]);
    },
    answer: (step: Step, answer: string, isShown = false) => {
      const took = (clockNow() - shownAt.current) / 60_000;
      const usual = odds.minutes[step];
      // Shorter or longer than anybody takes for it: somebody was called away, or touched it afterwards.
      const isLikely = !isShown && took > 0.2 * usual && took < 4 * usual;
      const also = bookedWith(step, answer, {
        ...{ where, seat, advised, letters: data.letters, mayMechanical },
        thread: seat?.cone ? threads.get(seat.cone.threadId) : undefined,
      });
      opened((id) => [
        {
          kind: 'trace_step',
          ...where,
          data: {
            ...{ trace: id, step, answer },
            ...(isLikely && { minutes: Math.round(took * 100) / 100 }),
            ...(answer === 'sews' && { waits: true }),
            ...(isShown && { shown: true }),
          },
        },
        ...also,
      ]);
      if (also.some(({ kind }) => kind === 'needle_fitted')) tell('The new needle is booked as well.');
      if (also.some(({ kind }) => kind === 'cone_mounted')) tell('The new cone is booked as well.');
    },
    takeBack: (id: string) => {
      live.write({ kind: 'correction', corrects: id, data: { void: true } });
      tell('Undone.');
    },
    brokeAgain: () => {
      if (!course.ending) return;
      live.write({
        kind: 'correction',
        corrects: course.ending.id,
        data: { data: { answer: 'same', waits: false } },
      });
      tell('No change, then: the search goes on.');
    },
    close: (end: Omit<EntryData['trace_closed'], 'closes' | 'replaced'>) => {
      if (!trace) return;
      live.write({
        kind: 'trace_closed',
        ...where,
        data: { closes: trace.id, replaced: course.ending && replacedBy(course.ending.step), ...end },
      });
      tell('Trace closed. What it was is kept for the next one.');
    },
  };
}
