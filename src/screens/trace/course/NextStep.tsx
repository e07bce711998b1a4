import { worthText } from '../../../core/trace/worth.ts';
import { answersOf, stepOf, type Step } from '../../../core/trouble/steps/index.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { minutesText } from '../../../parts/text.ts';
import { CardLink } from './CardLink.tsx';
import { Technician } from './Technician.tsx';
import type { TraceState } from './useTrace.ts';

/** One step, large: what to do, what it takes, what it is worth, and its answers as buttons. */
export function NextStep({ state }: { state: TraceState }) {
  const { say } = useFrame();
  const { advice, step } = state;
  const at = advice.steps.findIndex((each) => each.step === step);
  const shown = advice.steps[at];
  if (!step || !shown || (advice.isForTechnician && at === 0)) return <Technician state={state} />;
  const record = stepOf(step);
  const times = state.course.answered.filter((done) => done.step === step).length;
  return (
    <section aria-label="Next step" className="sheet p-4">
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <h2 className="text-2xl">
          {record.name}
          {times > 0 && ' once more'}
        </h2>
        <p className="text-end">
          <b className="figures text-2xl">{minutesText(shown.minutes)}</b>
          <span className="quiet block text-sm">{worthText(shown)}</span>
        </p>
      </div>
      <p className="mt-1 max-w-prose text-lg leading-6">{record.says}</p>
      <CardLink step={step} />
      <div
        role="group"
        aria-label="What did it tell?"
        className="mt-3 grid gap-2 sm:grid-cols-2 xl:grid-cols-3"
      >
        {shown.answers.map(({ key, clears }) => (
          <button
            key={key}
            type="button"
            className={`btn min-h-16 flex-col gap-0 py-1 text-base leading-5 ${key === 'sews' ? 'btn-primary' : ''}`}
            onClick={() => {
              state.answer(step, key);
              say(`${record.name}: ${answersOf(step)[key]!.name}.`);
            }}
          >
            {answersOf(step)[key]!.name}
            {clears > 0 && (
              <span className="text-xs font-normal">
                clears {clears} of {shown.standing} causes
              </span>
            )}
          </button>
        ))}
      </div>
      <p className="quiet mt-3 text-sm">
        {at === 0 ? advice.whyFirst : 'Chosen by you. '}
        {at > 0 && (
          <button type="button" className="underline" onClick={() => state.choose(null)}>
            Back to the step that is advised
          </button>
        )}
      </p>
      <OtherSteps state={state} shown={step} />
    </section>
  );
}

/** The others, with what they are worth; and those withheld, with why. */
function OtherSteps({ state, shown }: { state: TraceState; shown: Step }) {
  const { advice } = state;
  const others = advice.steps.filter((each) => each.step !== shown);
  return (
    <details className="mt-2">
      <summary className="cursor-pointer py-2 font-semibold underline">
        Another step ({others.length} can be done now)
      </summary>
      <ul className="mt-1">
        {others.map((each) => (
          <li key={each.step} className="flex flex-wrap items-center gap-x-3 border-t py-1 rule">
            <span className="min-w-0 grow">
              {stepOf(each.step).name}
              <span className="quiet block text-sm">
                {minutesText(each.minutes)}, {worthText(each)}; with it first about{' '}
                {Math.round(each.expected)} min until it sews
              </span>
            </span>
            <button
              type="button"
              className="btn min-h-11"
              aria-label={`Do this instead: ${stepOf(each.step).name}`}
              onClick={() => state.choose(each.step)}
            >
              Do this instead
            </button>
          </li>
        ))}
      </ul>
      {advice.withheld.length > 0 && (
        <p className="quiet mt-2 text-sm">
          Not offered now: {[...new Set(advice.withheld.map(({ why }) => why))].join(' ')} (
          {advice.withheld.map(({ step }) => stepOf(step).name).join(', ')})
        </p>
      )}
    </details>
  );
}
