import { answersOf, stepOf } from '../../../core/trouble/steps/index.ts';
import type { TraceState } from './useTrace.ts';

/** What was done so far, the newest first; each can be taken back. */
export function DoneSteps({ state }: { state: TraceState }) {
  const steps = state.trace?.steps ?? [];
  if (steps.length === 0) return null;
  return (
    <section aria-label="Done so far" className="sheet p-3">
      <h2 className="px-1">Done so far</h2>
      <ol reversed>
        {[...steps].reverse().map(({ id, step, answer, minutes }) => (
          <li key={id} className="flex items-start gap-2 border-t py-1 rule first:border-t-0">
            <span className="min-w-0 grow px-1 leading-5">
              {stepOf(step).name}: <b>{answersOf(step)[answer]?.name ?? answer}</b>
              {minutes !== null && <span className="quiet text-sm"> · {minutes.toFixed(1)} min</span>}
            </span>
            <button
              type="button"
              className="quiet -my-1 min-h-11 min-w-11 text-xs underline"
              aria-label={`Take back: ${stepOf(step).name}`}
              onClick={() => state.takeBack(id)}
            >
              undo
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
