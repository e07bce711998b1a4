import { cardOfStep } from '../../core/cards/index.ts';
import type { MechanicalCheck } from '../../core/trouble/mechanical-checks.ts';
import { answersOf } from '../../core/trouble/steps/index.ts';
import { useMay } from '../../parts/people/rights.tsx';
import { useFrame } from '../../parts/frame/context.tsx';

interface FindingProps {
  check: MechanicalCheck;
  onFound: (check: MechanicalCheck, finding: string) => void;
}

/** What a check with the power off showed, and its card. */
export function Finding({ check, onFound }: FindingProps) {
  const { data } = useFrame();
  const may = useMay('mechanical');
  return (
    <div className="flex flex-wrap items-center gap-2 px-3 pb-3 ps-15">
      {Object.entries(answersOf(check)).map(([key, { name, noSewing }]) => (
        <button
          key={key}
          type="button"
          className="btn min-h-12"
          disabled={!may}
          title={noSewing}
          onClick={() => onFound(check, key)}
        >
          {name}
        </button>
      ))}
      {!may && <span className="quiet">A technician records the result.</span>}
      <a
        className="min-h-11 px-1 py-2.5 underline"
        href={`/${data.machine.slug}/cards/${cardOfStep(check) ?? ''}`}
      >
        Card
      </a>
    </div>
  );
}
