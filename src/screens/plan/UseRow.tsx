import { positionUseKeys, positionUses, type PositionUse } from '../../engines/planner/index.ts';

interface UseRowProps {
  order: readonly number[];
  uses: Readonly<Record<string, PositionUse>>;
  onUse: (position: number, use: PositionUse) => void;
}

/** Under the rail, one touch a position: free, its needle stays, all of it stays, kept free, out of order. */
export function UseRow({ order, uses, onUse }: UseRowProps) {
  const held = positionUseKeys.filter(
    (use) => use !== 'free' && order.some((position) => uses[position] === use),
  );
  return (
    <>
      <div className="weave-grid border-b rule" role="group" aria-label="What may be changed">
        {order.map((position) => {
          const use = uses[position] ?? 'free';
          const next = positionUseKeys[(positionUseKeys.indexOf(use) + 1) % positionUseKeys.length]!;
          return (
            <button
              key={position}
              type="button"
              className="figures mx-0.5 my-1 min-h-11 rounded border px-0 text-xs font-semibold rule hover:bg-base-100 data-[held=true]:border-2 data-[held=true]:[border-color:var(--color-base-content)]"
              data-held={use !== 'free'}
              aria-label={`Position ${position}: ${positionUses[use].name}. Touch: ${positionUses[next].name}`}
              title={positionUses[use].says}
              onClick={() => onUse(position, next)}
            >
              {use === 'free' ? <span className="quiet">free</span> : positionUses[use].mark}
            </button>
          );
        })}
      </div>
      <p className="quiet sticky start-0 max-w-dvw border-b px-3 py-1 text-sm rule">
        {held.length === 0
          ? 'Every position is free to change. Touch one to hold its needle, all of it, or to keep it for tracing and one-off colours.'
          : `free: may be changed · ${held.map((use) => `${positionUses[use].mark}: ${positionUses[use].says}`).join(' · ')}`}
      </p>
    </>
  );
}
