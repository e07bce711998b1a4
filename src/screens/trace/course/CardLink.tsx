import { cardOf, cardOfStep } from '../../../core/cards/index.ts';
import type { Step } from '../../../core/trouble/steps/index.ts';
import { useFrame } from '../../../parts/frame/context.tsx';

/** The card that shows the hands how, where there is one. */
export function CardLink({ step }: { step: Step }) {
  const { data } = useFrame();
  const card = cardOfStep(step);
  if (!card) return null;
  return (
    <p className="mt-1">
      <a
        className="inline-block min-h-11 py-2 font-semibold underline"
        href={`/${data.machine.slug}/cards/${card}`}
      >
        Card: {cardOf(card).name}
      </a>
    </p>
  );
}
