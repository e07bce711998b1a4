import { useState } from 'react';
import { onceMore, problemOf, type JobToPlan, type SetupContext } from '../../core/plan/asked/setup.ts';
import { emptySetup, type PlanSetup } from '../../core/plan/asked/setup.ts';
import { jobsLike, type FirstAnswers } from '../../core/plan/scheme/propose/first.ts';
import type { ProposedScheme } from '../../core/plan/scheme/propose/propose.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { toPlan } from '../../parts/weave/usePlanContext.ts';
import type { Sewn } from '../../schemas/ledger/sewn.ts';
import type { HeadPlanAsked, HeadPlanSaid } from '../../workers/head-plan.ts';
import { useOneWorker } from '../useOneWorker.ts';

const newWorker = () =>
  new Worker(new URL('../../workers/head-plan.ts', import.meta.url), { type: 'module' });
let asked = 0;
const withinMs = 6000;

/** What a proposal was made from. */
export const proposedFrom = {
  sewn: 'what was sewn lately',
  ahead: 'the jobs ahead',
  answers: 'what you answered',
} as const;
export type ProposedFrom = keyof typeof proposedFrom;

export type ProposalState =
  | { is: 'idle' }
  | { is: 'working'; share: number }
  | { is: 'done'; from: ProposedFrom; jobs: number; proposed: ProposedScheme }
  | { is: 'refused'; why: string };

/** A scheme proposed in a worker, from what was sewn, from the jobs ahead, or from three answers. */
export function useProposal(setup: PlanSetup, context: SetupContext, price: number) {
  const { threads, threadName } = useFrame();
  const [state, setState] = useState<ProposalState>({ is: 'idle' });
  const worker = useOneWorker<HeadPlanAsked, HeadPlanSaid>(newWorker);
  const bare = { ...context, running: null, scheme: null };
  const ask = (from: ProposedFrom, jobs: readonly JobToPlan[], odd: number) => {
    setState({ is: 'working', share: 0 });
    const open = { ...emptySetup, uses: setup.uses, minutes: setup.minutes, order: jobs.map(({ id }) => id) };
    const threadNames = Object.fromEntries([...threads.keys()].map((id) => [id, threadName(id)]));
    const message: HeadPlanAsked = {
      asks: 'scheme',
      id: ++asked,
      asked: { problem: problemOf(open, { ...bare, jobs }), about: jobs, odd, price, threadNames },
      withinMs,
    };
    worker.ask(message, (said) => {
      if (said.says === 'progress') {
        setState({ is: 'working', share: said.share });
        return 'more';
      }
      if (said.says === 'scheme') setState({ is: 'done', from, jobs: jobs.length, proposed: said.proposed });
      if (said.says === 'refused') setState({ is: 'refused', why: said.why });
      return 'last';
    });
  };
  return {
    state,
    fromAhead: (odd: number) => ask('ahead', context.jobs, odd),
    fromAnswers: (answers: FirstAnswers) => ask('answers', jobsLike(answers, context.threads), answers.odd),
    fromSewn: (sewn: Sewn, odd: number) => {
      const past = onceMore(setup, { ...bare, jobs: sewn.jobs.map(toPlan) }, sewn.runs);
      ask('sewn', past.context.jobs, odd);
    },
    forget: () => {
      worker.end();
      setState({ is: 'idle' });
    },
  };
}
