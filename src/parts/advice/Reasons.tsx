import type { Advice, Reason } from '../../core/advice/advise.ts';
import { bases } from '../../core/base/quantity.ts';

const sureText = {
  clear: 'Nothing speaks against it.',
  likely: 'Recommended; a weaker rule would take another.',
  open: 'Open: two rules disagree, see below.',
} as const;

/** Why a needle was advised: the rules that spoke, their school, how sure, and the ways out of a conflict. */
export function Reasons({ advice, rank = 0 }: { advice: Advice; rank?: number }) {
  const needle = advice.needles[rank];
  if (!needle) return null;
  return (
    <div className="grid gap-2 text-sm">
      <p>
        <b>{needle.text}.</b> {sureText[advice.sure]}{' '}
        {needle.fit && (
          <span className="figures quiet">
            The thread fills {Math.round(needle.fit.fill.value * 100)} % of the eye ({needle.fit.verdict}).
          </span>
        )}
      </p>
      <ReasonList reasons={[...needle.reasons, ...(advice.weights[0]?.reasons ?? [])]} />
      {advice.conflicts.map((conflict) => (
        <div
          key={conflict.stronger.id + conflict.weaker.id}
          className="border-s-4 ps-3 [border-color:var(--color-base-content)]"
        >
          <p className="font-semibold">{conflict.says}</p>
          <ul className="ms-4 list-disc">
            {conflict.ways.map((way) => (
              <li key={way.says}>{way.says}</li>
            ))}
          </ul>
        </div>
      ))}
      {advice.speed && (
        <p className="figures">
          At most <b>{advice.speed.limit} st/min</b>
          {advice.speed.ifBreaks && `, ${advice.speed.ifBreaks.join(' to ')} if it breaks`}.{' '}
          {advice.speed.reasons[0]?.says}
        </p>
      )}
      <p>
        Backing:{' '}
        <b>{advice.backingLayers.layers === 1 ? 'one layer' : `${advice.backingLayers.layers} layers`}</b>.{' '}
        {advice.backingLayers.reasons[0]?.says}
      </p>
      {advice.cautions.map((caution) => (
        <p key={caution.rule} className="border-s-4 ps-3 [border-color:var(--color-base-300)]">
          {caution.says}
        </p>
      ))}
    </div>
  );
}

export function ReasonList({ reasons }: { reasons: readonly Reason[] }) {
  return (
    <ul className="grid gap-1">
      {reasons.map((reason) => (
        <li key={reason.rule} className="flex gap-2">
          <Strength value={reason.strength} />
          <span>
            {reason.says}{' '}
            <span className="quiet">
              {reason.school ? `School: ${reason.school}. ` : ''}
              {reason.basis === 'memory' ? `(${bases.memory})` : ''}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** Strength of a rule as filled marks, 1 to 5: told by shape, not by hue. */
function Strength({ value }: { value: number }) {
  return (
    <span className="mt-1.5 flex h-2 shrink-0 gap-px" role="img" aria-label={`strength ${value} of 5`}>
      {[1, 2, 3, 4, 5].map((step) => (
        <span
          key={step}
          className={`h-2 w-1 border [border-color:var(--color-base-content)] ${step <= value ? 'bg-base-content' : ''}`}
        />
      ))}
    </span>
  );
}
