import type { PositionUse } from '../../core/plan/problem.ts';

export const useWords: Record<PositionUse, { mark: string; name: string; says: string }> = {
  free: { mark: '·', name: 'free', says: 'may be changed' },
  locked: { mark: 'needle', name: 'needle stays', says: 'the needle stays, the thread may change' },
  pinned: { mark: 'all', name: 'all stays', says: 'stays as it is, serves what matches' },
  reserved: { mark: 'kept', name: 'kept free', says: 'kept for tracing and one-off colours' },
  'out-of-order': { mark: 'out', name: 'out of order', says: 'out of order' },
};
const cycle = Object.keys(useWords) as PositionUse[];

interface UseRowProps {
  order: readonly number[];
  uses: Readonly<Record<string, PositionUse>>;
  onUse: (position: number, use: PositionUse) => void;
}

/** Under the rail, one touch a position: free, its needle stays, all of it stays, kept free, out of order. */
export function UseRow({ order, uses, onUse }: UseRowProps) {
  return (
    <div className="weave-grid border-b rule" role="group" aria-label="What may be changed">
      {order.map((position) => {
        const use = uses[position] ?? 'free';
        const next = cycle[(cycle.indexOf(use) + 1) % cycle.length]!;
        return (
          <button
            key={position}
            type="button"
            className="figures mx-0.5 my-1 min-h-11 rounded border px-0 text-xs font-semibold rule hover:bg-base-100 data-[held=true]:border-2 data-[held=true]:[border-color:var(--color-base-content)]"
            data-held={use !== 'free'}
            aria-label={`Position ${position}: ${useWords[use].name}. Touch: ${useWords[next].name}`}
            title={useWords[use].says}
            onClick={() => onUse(position, next)}
          >
            {use === 'free' ? <span className="quiet">free</span> : useWords[use].mark}
          </button>
        );
      })}
    </div>
  );
}
