import { needleText } from '../../core/needle/label.ts';
import { Reasons } from '../../parts/advice/Reasons.tsx';
import { Needle } from '../../parts/rail/Needle.tsx';
import { Overrule } from './Overrule.tsx';
import { PutOn } from './PutOn.tsx';
import type { Paired } from './usePairing.ts';

/** Why this needle, which others would do, what was taken last time, and the way onto the head. */
export function WhyThis({ paired }: { paired: Paired }) {
  const { choices, choose, advice, typed, needle, article, before, jobId } = paired;
  return (
    <section aria-label="Advice" className="grid gap-4">
      <div className="sheet p-4">
        <h2>Why this needle?</h2>
        {before && (
          <p className="mb-2 border-s-4 ps-3 [border-color:var(--color-base-content)]">
            Last time on this cloth you took <b>{needleText(before.needle)}</b>
            {before.why && `: ${before.why}`}.{' '}
            <button
              type="button"
              className="underline"
              onClick={() => choose({ label: needleText(before.needle) })}
            >
              Take it again
            </button>
          </p>
        )}
        <Reasons advice={advice} />
        <ol className="mt-3 grid gap-1">
          {advice.needles.slice(1, 4).map((one) => (
            <li key={one.text}>
              <button
                type="button"
                className="btn w-full justify-start text-start"
                onClick={() => choose({ label: one.text })}
              >
                <Needle spec={one.spec} className="h-8" /> {one.text}
              </button>
            </li>
          ))}
        </ol>
      </div>
      {typed.spec && needleText(typed.spec) !== advice.needles[0]!.text && (
        <Overrule
          key={choices.label}
          cloth={choices.cloth}
          element={choices.element}
          advised={advice.needles[0]!.text}
          label={choices.label}
          jobId={jobId}
        />
      )}
      <PutOn needle={needle} thread={article && !choices.weight ? article : null} />
    </section>
  );
}
