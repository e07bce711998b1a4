import { useState } from 'react';
import { movesText } from '../../engines/planner/index.ts';
import type { Difference } from '../../core/plan/scheme/against.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { counted } from '../../parts/text.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface AgainstHeadProps {
  differs: readonly Difference[];
  heads: number;
  order: readonly number[];
  /** Of a proposal: not to be ticked yet. */
  isProposed: boolean;
}

/** What it takes to get the head as the scheme has it: in the order of walking along it; a tick writes it into the ledger. */
export function AgainstHead({ differs, heads, order, isProposed }: AgainstHeadProps) {
  const { data, actions, threads } = useFrame();
  const [done, setDone] = useState<string[]>([]);
  const minutes = differs.reduce((sum, difference) => sum + difference.minutes, 0);
  const walked = [...differs].sort((a, b) => order.indexOf(a.position) - order.indexOf(b.position));
  const tick = ({ position, needle, thread, now }: Difference) => {
    const into = needle ?? now.needle;
    if (into === null) return;
    const { says } = actions.changeSeat(position, into, threads.get(thread ?? ''), data.letters);
    setDone([...done, says]);
  };
  return (
    <section aria-label="The head against the scheme" className="sheet p-4">
      <h2>
        {differs.length === 0
          ? 'The head is as the scheme has it'
          : `${counted(differs.length, 'position')} differ${differs.length === 1 ? 's' : ''}: ${minutesText(minutes)} to get there`}
      </h2>
      {done.length > 0 && (
        <ul className="quiet mt-1 text-sm">
          {done.map((says, index) => (
            <li key={`${index} ${says}`}>✓ {says}</li>
          ))}
        </ul>
      )}
      <ol>
        {walked.map((difference) => {
          const thread = threads.get(difference.thread ?? '');
          return (
            <li key={difference.position} className="border-t rule">
              <label className="flex min-h-12 items-center gap-3 py-1">
                {!isProposed && (
                  <input
                    type="checkbox"
                    className="checkbox"
                    checked={false}
                    onChange={() => tick(difference)}
                    aria-label={`Done at position ${difference.position}: ${movesText(difference.moves)}`}
                  />
                )}
                <b className="figures w-7 text-end text-xl">{difference.position}</b>
                {thread && <Swatch thread={thread} className="size-7" />}
                <span className="grow leading-5">
                  <b>
                    {[
                      difference.isThread && thread ? `${thread.name} ${thread.weightNo} wt` : null,
                      difference.isNeedle ? difference.needle : null,
                    ]
                      .filter((part) => part !== null)
                      .join(', ')}
                  </b>
                  <span className="quiet block text-sm">
                    {movesText(difference.moves)}
                    {heads > 1 &&
                      (difference.heads.length === heads
                        ? ` on all ${heads} heads`
                        : ` on head ${difference.heads.join(', ')}`)}
                  </span>
                </span>
                <span className="figures whitespace-nowrap">{minutesText(difference.minutes)}</span>
              </label>
            </li>
          );
        })}
      </ol>
      {differs.length > 0 && <SafetyLine className="mt-3" />}
    </section>
  );
}
