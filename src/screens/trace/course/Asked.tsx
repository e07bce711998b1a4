import { useState } from 'react';
import { keysOf } from '../../../core/base/keys.ts';
import { scopes } from '../../../core/trouble/scopes.ts';
import { symptoms } from '../../../core/trouble/symptoms.ts';
import { onsets } from '../../../core/trouble/onsets.ts';
import type { FaultReport } from '../../../core/trace/fault-report.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import type { TraceState } from './useTrace.ts';

interface Question {
  key: keyof FaultReport;
  asks: string;
  answers: Readonly<Record<string, { name: string }>>;
}

/** What is seen: three questions at most, those that the ledger knows filled in. */
const questions: readonly Question[] = [
  { key: 'seen', asks: 'What do you see?', answers: symptoms },
  { key: 'scope', asks: 'Where does it show?', answers: scopes },
  { key: 'since', asks: 'Since when?', answers: onsets },
];

export function Asked({ state }: { state: TraceState }) {
  return (
    <section aria-label="What is seen" className="sheet grid gap-1 p-4">
      {questions.map((question) => (
        <OneQuestion key={question.key} question={question} state={state} />
      ))}
    </section>
  );
}

function OneQuestion({ question: { key, asks, answers }, state }: { question: Question; state: TraceState }) {
  const { data } = useFrame();
  const [isOpen, setOpen] = useState(false);
  const told = state.said[key];
  const isKnown = told !== null && told === state.known[key];
  const offered = keysOf(answers).filter((answer) => answer !== 'one_head' || data.machine.heads > 1);
  return (
    <div className="border-t py-1 rule first:border-t-0">
      <div className="flex flex-wrap items-center gap-x-3">
        <h3 className="min-w-40 font-semibold">{asks}</h3>
        <p className="grow">
          {told === null ? (
            <span className="quiet">not said</span>
          ) : (
            <>
              <b>{answers[told]!.name}</b>
              {isKnown && <span className="quiet text-sm"> · from the ledger</span>}
            </>
          )}
        </p>
        <button
          type="button"
          className="btn min-h-11"
          aria-expanded={isOpen}
          aria-label={`${asks} ${told === null ? 'Say it' : 'Change it'}`}
          onClick={() => setOpen(!isOpen)}
        >
          {told === null ? 'Say it' : 'Change'}
        </button>
      </div>
      {isOpen && (
        <div
          role="group"
          aria-label={asks}
          className="mt-2 mb-1 grid grid-cols-2 gap-2 sm:grid-cols-3 xl:grid-cols-4"
        >
          {offered.map((answer) => (
            <button
              key={answer}
              type="button"
              aria-pressed={told === answer}
              className="btn min-h-14 py-1 text-base leading-5"
              onClick={() => {
                state.say({ [key]: told === answer ? null : answer });
                setOpen(false);
              }}
            >
              {answers[answer]!.name}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
