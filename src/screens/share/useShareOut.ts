import { useRef, useState } from 'react';
import type { ShareOutcome, ShareProblem } from '../../engines/planner/index.ts';
import type { HeadPlanAsked, HeadPlanSaid } from '../../workers/head-plan.ts';
import { useOneWorker } from '../useOneWorker.ts';

export type ShareState =
  | { is: 'idle' }
  | { is: 'searching'; share: number; best: number }
  /** `of`: which question it answers; `answerNo`: the how manieth answer it is since the page was opened. */
  | { is: 'found'; outcome: ShareOutcome; ms: number; of: ShareQuestion; answerNo: number }
  | { is: 'refused'; why: string };

/** What is shared out, and what an hour sooner done is worth, min. */
export interface ShareQuestion {
  problem: ShareProblem;
  spanWeight: number;
}

const withinMs = 8000;

/** Shares jobs out in a worker: with progress, given up by ending the worker. */
export function useShareOut() {
  const [state, setState] = useState<ShareState>({ is: 'idle' });
  const { ask, end } = useOneWorker<HeadPlanAsked, HeadPlanSaid>(
    () => new Worker(new URL('../../workers/head-plan.ts', import.meta.url), { type: 'module' }),
  );
  const answers = useRef(0);
  const search = (of: ShareQuestion) => {
    setState({ is: 'searching', share: 0, best: Infinity });
    ask({ asks: 'share', id: 0, ...of, withinMs }, (said) => {
      if (said.says === 'progress') {
        setState({ is: 'searching', share: said.share, best: said.best });
        return 'more';
      }
      if (said.says === 'shared')
        setState({ is: 'found', outcome: said.outcome, ms: said.ms, of, answerNo: ++answers.current });
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
