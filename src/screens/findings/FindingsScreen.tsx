import { questionKeys, questionNames } from '../../core/findings/question-names.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { LedgerFaces } from '../../parts/ledger/LedgerFaces.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { AnswerSheet } from './AnswerSheet.tsx';
import { Choices } from './Choices.tsx';
import { useFindings, type Choice, type Findings } from './useFindings.ts';

/** What the ledger knows: a question, and one answer with its number, its chart, what it rests on, and a step. */
export default function FindingsScreen({ data, choice }: { data: FrameData; choice: Choice }) {
  return (
    <Frame data={data}>
      <LedgerFaces slug={data.machine.slug} face="findings" />
      <Found first={choice} />
    </Frame>
  );
}

function Found({ first }: { first: Choice }) {
  const findings = useFindings(first);
  const { data } = useFrame();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pt-3 lg:pt-4 print:block">
      <div className="no-print grid gap-3 px-3 lg:px-5">
        <h1 className="sr-only">Findings</h1>
        <Questions findings={findings} />
        <Choices findings={findings} today={data.now} />
      </div>
      <AnswerSheet findings={findings} />
    </div>
  );
}

function Questions({ findings: { choice, choose } }: { findings: Findings }) {
  return (
    <div role="group" aria-label="Questions" className="grid grid-cols-2 gap-2 md:grid-cols-4 xl:grid-cols-7">
      {questionKeys.map((key) => (
        <button
          key={key}
          type="button"
          className="btn h-auto min-h-12 px-2 text-base leading-tight"
          aria-pressed={key === choice.question}
          onClick={() => choose({ question: key })}
        >
          {questionNames[key].name}
        </button>
      ))}
    </div>
  );
}
