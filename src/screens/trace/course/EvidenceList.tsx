import type { TraceState } from './useTrace.ts';

/** What the ledger says by itself, each with its number; what is wrong can be struck out. */
export function EvidenceList({ state }: { state: TraceState }) {
  const { evidence } = state;
  return (
    <section aria-label="Evidence from the ledger" className="sheet p-3">
      <h2 className="px-1">From the ledger</h2>
      {evidence.length === 0 && (
        <p className="quiet px-1 text-sm">
          Nothing yet: pieces and breaks that are logged speak for themselves here.
        </p>
      )}
      <ul>
        {evidence.map(({ clue, isStruck }) => (
          <li key={clue.key} className="flex items-start gap-2 border-t py-1 rule first:border-t-0">
            <span className={`min-w-0 grow px-1 text-sm leading-5 ${isStruck ? 'quiet line-through' : ''}`}>
              {clue.says}
            </span>
            <button
              type="button"
              className="quiet -my-1 min-h-11 min-w-11 text-xs underline"
              aria-pressed={isStruck}
              aria-label={`${isStruck ? 'Count again' : 'Strike out'}: ${clue.says}`}
              onClick={() => state.strike(clue.key)}
            >
              {isStruck ? 'count' : 'strike'}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
