import { useEffect, useRef, useState } from 'react';
import type { PlanProblem, PlanOutcome } from '../../../engines/planner/index.ts';
import type { Keeping } from '../../../core/plan/scheme/keeping.ts';
import type { HeadPlanAsked, HeadPlanSaid } from '../../../workers/head-plan.ts';
import { useSame } from '../../../parts/useSame.ts';
import { useOneWorker } from '../../useOneWorker.ts';

export type PlannerState =
  | { is: 'empty' }
  | { is: 'working'; last: PlanOutcome | null }
  /** `of`: which problem it answers. */
  | { is: 'done'; outcome: PlanOutcome; ms: number; of: PlanProblem }
  | { is: 'refused'; why: string };

const newWorker = () =>
  new Worker(new URL('../../../workers/head-plan.ts', import.meta.url), { type: 'module' });
let asked = 0;

/** Plans the jobs in the order they stand, anew whenever the problem changes; an answer that comes too late is dropped. */
export function usePlanner(given: PlanProblem | null): PlannerState {
  const problem = useSame(given);
  const [state, setState] = useState<PlannerState>(
    problem && problem.jobs.length > 0 ? { is: 'working', last: null } : { is: 'empty' },
  );
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    if (!problem || problem.jobs.length === 0) {
      setState({ is: 'empty' });
      return;
    }
    const id = ++asked;
    let current = true;
    worker.current ??= newWorker();
    const mine = worker.current;
    const hear = ({ data }: MessageEvent<HeadPlanSaid>) => {
      if (!current || data.id !== id) return;
      if (data.says === 'plan') setState({ is: 'done', outcome: data.outcome, ms: data.ms, of: problem });
      if (data.says === 'refused') setState({ is: 'refused', why: data.why });
    };
    mine.addEventListener('message', hear);
    setState((before) => ({ is: 'working', last: outcomeOf(before) }));
    const message: HeadPlanAsked = { asks: 'plan', id, asked: { problem }, withinMs: 1500 };
    mine.postMessage(message);
    return () => {
      current = false;
      mine.removeEventListener('message', hear);
    };
  }, [problem]);
  return state;
}

export const outcomeOf = (state: PlannerState): PlanOutcome | null =>
  state.is === 'done' ? state.outcome : state.is === 'working' ? state.last : null;

export type SearchState =
  | { is: 'idle' }
  | { is: 'searching'; share: number; best: number }
  | { is: 'found'; outcome: PlanOutcome; ms: number }
  | { is: 'refused'; why: string };

/** Searches the best order in a worker of its own: with progress, stopped at the best so far, or given up. */
export function useOrderSearch(onFound: (outcome: PlanOutcome) => void) {
  const [state, setState] = useState<SearchState>({ is: 'idle' });
  const { ask, end } = useOneWorker<HeadPlanAsked, HeadPlanSaid>(newWorker);
  const search = (problem: PlanProblem, frozen: number) => {
    setState({ is: 'searching', share: 0, best: Infinity });
    const message: HeadPlanAsked = {
      asks: 'plan',
      id: ++asked,
      asked: { problem, freeOrder: true, frozen },
      withinMs: 6000,
    };
    ask(message, (said) => {
      if (said.says === 'progress') {
        setState({ is: 'searching', share: said.share, best: said.best });
        return 'more';
      }
      if (said.says === 'plan') {
        setState({ is: 'found', outcome: said.outcome, ms: said.ms });
        onFound(said.outcome);
      }
      if (said.says === 'refused') setState({ is: 'refused', why: said.why });
      return 'last';
    });
  };
  const cancel = () => {
    end();
    setState({ is: 'idle' });
  };
  return { state, search, cancel };
}

/**
 * What a worker of its own answers, asked anew whenever the question changes; null while it is not known, and where nothing is
 * asked or it was refused.
 */
function useAnswer<Answer>(
  asks: HeadPlanAsked | null,
  answerIn: (said: HeadPlanSaid) => Answer | null,
): Answer | null {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const question = useSame(asks);
  useEffect(() => {
    setAnswer(null);
    if (!question) return;
    const worker = newWorker();
    worker.addEventListener('message', ({ data }: MessageEvent<HeadPlanSaid>) => {
      setAnswer(answerIn(data));
      worker.terminate();
    });
    worker.postMessage(question);
    return () => worker.terminate();
    // `answerIn` only picks from what is said: the question decides.
  }, [question]);
  return answer;
}
/** A worker that is asked one thing need not tell its answers apart. */
const only = 0;

/** What keeping to the scheme comes to, worked out beside the plan; null while it is not known or there is no scheme. */
export function useKeeping(problem: PlanProblem, outcome: PlanOutcome | null): Keeping | null {
  const asks = (problem.breaking ?? 0) > 0 && outcome !== null;
  return useAnswer(asks ? { asks: 'keeping', id: only, problem, outcome } : null, (said) =>
    said.says === 'keeping' ? said.keeping : null,
  );
}

/** What a thread would cost on each other position: asked when a seat is looked at. */
export function usePrices(
  problem: PlanProblem | null,
  seat: { job: string; stops: readonly number[] } | null,
) {
  const question: HeadPlanAsked | null =
    seat && problem
      ? { asks: 'prices', id: only, asked: { problem }, job: seat.job, stops: seat.stops }
      : null;
  return useAnswer(question, (said) => (said.says === 'prices' ? said.prices : null));
}
