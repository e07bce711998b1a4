import { causeOf, type Cause } from '../../../core/trouble/causes.ts';
import { afterOf, repairsOf } from '../../../core/trouble/steps/repairs-of.ts';
import { pairReason } from '../../../core/trace/pair-odds.ts';
import type { TraceState } from './useTrace.ts';

/** Causes told at first; the rest on request. */
const first = 6;

/** What it may be, the likeliest first; an operator who thinks to know jumps to what mends it. */
export function Causes({ state }: { state: TraceState }) {
  const { advice, course } = state;
  const likely = state.shown.filter(({ chance }) => chance >= 0.01);
  return (
    <section aria-label="What it may be" className="sheet p-3">
      <h2 className="px-1">{course.ending ? 'What it was, likely' : 'What it may be'}</h2>
      {!advice.fits && (
        <p className="px-1 font-bold">
          Nothing in this list fits what was told well: something else may be wrong, or an answer was.
        </p>
      )}
      {advice.pair && !course.ending && (
        <p className="px-1 text-sm">
          Likely two at once: {advice.pair.causes.map((cause) => causeOf(cause).name).join(' and ')}.{' '}
          {pairReason(...advice.pair.causes)}
        </p>
      )}
      {advice.contradictions.map(({ one, other, says }) => (
        <p
          key={`${one} ${other}`}
          className="border-s-4 px-2 text-sm [border-color:var(--color-base-content)]"
        >
          <b>?</b> {says} Look at both again.
        </p>
      ))}
      <ol className="mt-1">
        {likely.slice(0, first).map((each) => (
          <CauseRow key={each.cause} state={state} {...each} />
        ))}
      </ol>
      {likely.length > first && (
        <details>
          <summary className="cursor-pointer px-1 py-2 text-sm underline">
            {likely.length - first} more
          </summary>
          <ol>
            {likely.slice(first).map((each) => (
              <CauseRow key={each.cause} state={state} {...each} />
            ))}
          </ol>
        </details>
      )}
    </section>
  );
}

function CauseRow({ state, cause, chance }: { state: TraceState; cause: Cause; chance: number }) {
  const mends = stepThatMends(state, cause);
  const { name } = causeOf(cause);
  return (
    <li className="flex items-center gap-2 border-t py-0.5 rule first:border-t-0">
      <span className="figures w-10 shrink-0 text-end font-bold">
        {Math.round(Math.min(1, chance) * 100)} %
      </span>
      <span className="min-w-0 grow leading-5">{name}</span>
      {mends && (
        <button
          type="button"
          className="min-h-11 min-w-11 shrink-0 text-sm underline"
          aria-label={`I think it is: ${name}`}
          onClick={() => state.choose(mends)}
        >
          it is this
        </button>
      )}
    </li>
  );
}

/** The quickest step on offer that mends a cause, or the look that must come before it. */
function stepThatMends({ advice, course }: TraceState, cause: Cause) {
  if (course.ending) return null;
  const offered = new Set(advice.steps.map(({ step }) => step));
  const mending = repairsOf(cause, 0.5);
  const now = mending.find(({ step }) => offered.has(step));
  if (now) return now.step;
  const looks = mending.flatMap(({ step }) => afterOf(step)).map(({ look }) => look);
  return advice.steps.find(({ step }) => looks.includes(step))?.step ?? null;
}
