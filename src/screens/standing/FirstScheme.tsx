import { inUse } from '../../core/stores/in-use.ts';
import { useState } from 'react';
import { keysOf } from '../../core/base/keys.ts';
import { goods, type FirstAnswers, type Goods } from '../../core/plan/scheme/propose/first.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { Swatch } from '../../parts/thread/Swatch.tsx';

interface FirstSchemeProps {
  /** No scheme is kept yet. */
  isFirst: boolean;
  positions: number;
  onAnswers: (answers: FirstAnswers) => void;
}

/** Three questions give a first scheme, before there is a record of the work. */
export function FirstScheme({ isFirst, positions, onAnswers }: FirstSchemeProps) {
  const { data } = useFrame();
  const [sewn, setSewn] = useState<Goods[]>([]);
  const [colours, setColours] = useState<string[]>([]);
  const [odd, setOdd] = useState(1);
  const toggled = <T,>(list: readonly T[], item: T) =>
    list.includes(item) ? list.filter((other) => other !== item) : [...list, item];
  const missing = [
    sewn.length === 0 ? 'what you sew' : null,
    colours.length === 0 ? 'a colour' : null,
  ].filter((what) => what !== null);
  return (
    <section aria-label="Three questions" className="m-3 grid gap-4 sheet p-4">
      <div>
        <h2>{isFirst ? 'No scheme is kept yet' : 'Three questions'}</h2>
        <p className="quiet leading-5">
          {isFirst &&
            'A scheme says what each part of the head is for: a block for each kind of work, with its needle, its thread and its everyday colours. '}
          Answer three questions, the most first; what you sew later makes it better.
        </p>
      </div>
      <Picks title="1. What do you sew most?">
        {keysOf(goods).map((key) => (
          <Pick key={key} rank={sewn.indexOf(key)} onPick={() => setSewn(toggled(sewn, key))}>
            {goods[key].name}
          </Pick>
        ))}
      </Picks>
      <Picks title="2. Which colours most?">
        {data.threads.length === 0 && <p>No thread is in the Stores yet: add some there first.</p>}
        {inUse(data.threads).map((thread) => (
          <Pick
            key={thread.id}
            rank={colours.indexOf(thread.id)}
            onPick={() => setColours(toggled(colours, thread.id))}
          >
            <Swatch thread={thread} className="size-5" /> {thread.name} {thread.weightNo} wt
          </Pick>
        ))}
      </Picks>
      <Picks title="3. How many positions for tracing and odd colours?">
        {[0, 1, 2, 3]
          .filter((count) => count < positions)
          .map((count) => (
            <button
              key={count}
              type="button"
              className="btn w-14"
              aria-pressed={odd === count}
              onClick={() => setOdd(count)}
            >
              {count}
            </button>
          ))}
      </Picks>
      <div className="flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-primary"
          disabled={missing.length > 0}
          onClick={() => onAnswers({ goods: sewn, colours, odd })}
        >
          Propose a scheme
        </button>
        {missing.length > 0 && <span className="quiet">Touch {missing.join(' and ')}.</span>}
      </div>
    </section>
  );
}

function Picks({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset>
      <legend className="font-semibold">{title}</legend>
      <div className="mt-1 flex flex-wrap gap-2">{children}</div>
    </fieldset>
  );
}

/** One answer; `rank`: its place among those touched, −1: not touched. */
function Pick({ rank, onPick, children }: { rank: number; onPick: () => void; children: React.ReactNode }) {
  return (
    <button type="button" className="btn h-auto py-2 font-normal" aria-pressed={rank >= 0} onClick={onPick}>
      {rank >= 0 && <b className="figures">{rank + 1}.</b>} {children}
    </button>
  );
}
