import { useFrame } from '../../../parts/frame/context.tsx';
import type { TraceState } from './useTrace.ts';

/** The last resort, with its price: nothing that is left would pay. */
export function Technician({ state }: { state: TraceState }) {
  const { say } = useFrame();
  const { advice } = state;
  return (
    <section aria-label="Next step" className="sheet p-4">
      <h2 className="text-2xl">A technician, or the manual</h2>
      <p className="mt-1 max-w-prose text-lg leading-6">
        {advice.withheld.length > 0
          ? `${advice.withheld[0]!.why} `
          : 'What an operator can look at and mend has been done, or would take longer than the visit. '}
        Timing, gears and the alignment of the head are a technician’s. Tell what was tried: it stands below.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-primary min-h-16 px-6 text-base"
          onClick={() => {
            const [first] = advice.causes;
            state.close({
              outcome: 'technician',
              cause: first && first.cause !== 'other' && first.chance > 0.5 ? first.cause : null,
              piece: 'none',
            });
            say('Given to a technician: saved.');
          }}
        >
          Given to a technician
        </button>
        {advice.steps[0] && (
          <button
            type="button"
            className="btn min-h-16 px-6 text-base"
            onClick={() => state.choose(advice.steps[Math.min(1, advice.steps.length - 1)]!.step)}
          >
            Try on myself
          </button>
        )}
      </div>
    </section>
  );
}
