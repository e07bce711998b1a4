import { useState } from 'react';
import type { AnsweredStep } from '../../../core/trace/question.ts';
import type { Cause } from '../../../core/trouble/causes.ts';
import { answersOf, stepOf, type Step } from '../../../core/trouble/steps/index.ts';
import { hiddenCase, type HiddenCase } from '../../../simulators/troubled-head/case.ts';
import {
  backAfterMinutes,
  finderWay,
  search,
  technicianMinutes,
  type Outcome,
} from '../../../simulators/troubled-head/search.ts';

/** Of answers so many are wrong, as on the floor. */
const wrong = 0.04;

export interface Ended {
  named: Cause | null;
  isRight: boolean;
  /** What the finder took on the same head. */
  finder: Outcome;
}

interface State {
  seed: number;
  hidden: HiddenCase | null;
  given: readonly AnsweredStep[];
  minutes: number;
  inVain: number;
  says: string;
  /** It sews, and holds: what is left is to name it. */
  isMended: boolean;
  ended: Ended | null;
}

export interface Practise extends State {
  begin: () => void;
  doStep: (step: Step) => void;
  name: (cause: Cause | null) => void;
}

const blank: Omit<State, 'seed' | 'hidden'> = {
  given: [],
  minutes: 0,
  inVain: 0,
  says: 'What do you do first?',
  isMended: false,
  ended: null,
};

const begun = (seed: number): State => ({ seed, hidden: hiddenCase(seed, { wrong }), ...blank });

/** A practice trace: the simulated head answers; nothing is written. `first`: a trainer's certain fault. */
export function usePractise(first: number | null): Practise {
  const [state, setState] = useState<State>(() =>
    first === null ? { seed: 0, hidden: null, ...blank } : begun(first),
  );
  const { hidden } = state;
  return {
    ...state,
    begin: () => setState(begun(1 + Math.floor(Math.random() * 2_000_000_000))),
    doStep: (step) => {
      if (!hidden) return;
      const took = hidden.minutes(step);
      const told = hidden.answer(step);
      const isBack = told === 'sews' && !hidden.isMended();
      const answer = isBack ? 'same' : told;
      const record = stepOf(step);
      const isVain = answer === 'same' && record.kind === 'repair' && record.replaces !== undefined;
      setState({
        ...state,
        given: [...state.given, { step, answer }],
        minutes: state.minutes + took + (isBack ? backAfterMinutes : 0),
        inVain: state.inVain + (isVain ? 1 : 0),
        isMended: answer === 'sews',
        says: isBack
          ? `${record.name}: it sewed, and broke again ${backAfterMinutes} minutes later.`
          : `${record.name}: ${answersOf(step)[answer]!.name.toLowerCase()}.`,
      });
    },
    name: (cause) => {
      if (!hidden) return;
      setState({
        ...state,
        minutes: state.minutes + (cause === null ? technicianMinutes : 0),
        says: cause === null ? 'The technician found it.' : 'Closed.',
        ended: {
          named: cause,
          isRight: cause !== null && hidden.truth.includes(cause),
          finder: search(hiddenCase(state.seed, { wrong }), finderWay),
        },
      });
    },
  };
}
