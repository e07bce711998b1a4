import { lazy, Suspense } from 'react';
import type { Answer } from '../../core/findings/answers/words/answer.ts';
import { questionNames } from '../../core/findings/question-names.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { CsvOut } from '../../parts/store/CsvOut.tsx';
import { AnswerLayout } from './AnswerLayout.tsx';
import { Rail } from './charts/Rail.tsx';
import { Happened } from './Happened.tsx';
import { Steps } from './Steps.tsx';
import type { Findings } from './useFindings.ts';

const Drawn = lazy(() => import('./charts/Drawn.tsx'));

/** One answer: its sentence, its chart, what it rests on, and what to do. */
export function AnswerSheet({ findings }: { findings: Findings }) {
  const { data } = useFrame();
  const { choice, answer, refusal, busy } = findings;
  return (
    <section
      aria-label="Answer"
      aria-busy={busy}
      className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 border-t bg-base-100 py-4 rule *:mx-3 lg:py-5 lg:*:mx-5 print:border-0"
    >
      <header className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="text-base">{questionNames[choice.question].name}</h2>
        <p className="quiet text-sm">
          {data.machine.name}, {choice.from} to {choice.to}
          {choice.cloth && `, ${choice.cloth}`}
        </p>
      </header>
      {refusal && <p role="alert">× {refusal}</p>}
      {!answer && !refusal && <p className="quiet">Looking through the ledger …</p>}
      {answer && <Told answer={answer} findings={findings} />}
    </section>
  );
}

function Told({ answer, findings }: { answer: Answer; findings: Findings }) {
  const { says, more, rests, missing, chart, steps, table } = answer;
  return (
    <>
      <p role="status" className="text-2xl leading-snug font-bold text-balance">
        <Unbroken text={says} />
      </p>
      {missing && <p>{missing}</p>}
      {chart?.is === 'rail' && (
        <div className="!mx-0">
          <Rail chart={chart} />
        </div>
      )}
      {chart && chart.is !== 'rail' && (
        <Suspense fallback={<div className="h-72" />}>
          <Drawn chart={chart} />
        </Suspense>
      )}
      {more.length > 0 && (
        <ul className="grid max-w-[80ch] gap-1.5">
          {more.map((line) => (
            <li key={line}>
              <Unbroken text={line} />
            </li>
          ))}
        </ul>
      )}
      {answer.dated && <Happened dated={answer.dated} />}
      <AnswerLayout findings={findings} />
      <p className="quiet text-sm">
        Rests on {rests}. Days are UTC; intervals hold the truth 95 times in 100.
      </p>
      <div className="no-print flex flex-wrap gap-2">
        <Steps steps={steps} />
        <CsvOut
          label="CSV"
          name={`findings-${findings.choice.question}`}
          rows={table.rows.map((row) =>
            Object.fromEntries(table.columns.map((column, index) => [column, row[index]])),
          )}
        />
        <button type="button" className="btn" onClick={() => print()}>
          Print
        </button>
      </div>
    </>
  );
}

/** A sentence whose intervals, in brackets, stay on one line. */
function Unbroken({ text }: { text: string }) {
  return text.split(/(\([^()]{1,24}\))/).map((part, index) =>
    index % 2 === 0 ? (
      part
    ) : (
      // Parts of one sentence never change places.
      <span key={`${index} ${part}`} className="whitespace-nowrap">
        {part}
      </span>
    ),
  );
}
