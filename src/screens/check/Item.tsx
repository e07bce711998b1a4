import { useState } from 'react';
import { deedPath } from '../../core/ledger/deed.ts';
import type { MechanicalCheck } from '../../core/trouble/mechanical-checks.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { timeText } from '../../parts/text.ts';
import { DeedForm, isAskedHere } from './DeedForm.tsx';
import { Finding } from './Finding.tsx';
import type { Listed, NeedleFitted } from './listed.ts';

export interface CheckActs {
  done: (listed: Listed, why?: string) => void;
  /** Several at one touch: taken back at one as well. */
  allDone: (listed: readonly Listed[], fits: readonly NeedleFitted[]) => void;
  open: (listed: Listed) => void;
  /** A mechanical check's finding: ticks the item as well. */
  found: (listed: Listed, check: MechanicalCheck, finding: string) => void;
}

/** The tick itself: an empty box, a tick, or a stroke for not done. */
export function Tick({ mark }: { mark: Listed['mark'] }) {
  return (
    <span
      aria-hidden="true"
      className={`grid size-9 shrink-0 place-items-center rounded border-2 text-2xl leading-none font-bold [border-color:var(--color-base-content)] ${mark?.state === 'done' ? 'bg-base-content text-base-100' : ''}`}
    >
      {mark ? (mark.state === 'done' ? '✓' : '–') : ''}
    </span>
  );
}

/** It is done on another page: no box to tick. */
const Leads = () => (
  <span
    aria-hidden="true"
    className="grid size-9 shrink-0 place-items-center text-3xl leading-none font-bold"
  >
    ›
  </span>
);

const words = ['no time', 'nothing to do it with', 'not for this job', 'see technician'];

/** One item: a wide touch ticks it, or asks what its deed needs; “Can’t do it” asks for a word. */
export function Item({ listed, act }: { listed: Listed; act: CheckActs }) {
  const { item, mark } = listed;
  const { data } = useFrame();
  const [isAsking, setIsAsking] = useState(false);
  const [isDoing, setIsDoing] = useState(false);
  const [word, setWord] = useState('');
  const refuse = (why: string) => {
    act.done(listed, why);
    setIsAsking(false);
    setWord('');
  };
  return (
    <li className="break-inside-avoid border-t rule first:border-t-0">
      <div className="flex items-stretch">
        {item.mechanical && !mark ? (
          // What it showed is the answer, below: a tick alone would say nothing.
          <div className="flex min-h-16 min-w-0 grow items-start gap-3 px-3 py-2.5">
            <Words listed={listed} />
          </div>
        ) : item.deed && !mark && !isAskedHere(item.deed) ? (
          <a
            className="flex min-h-16 min-w-0 grow items-start gap-3 px-3 py-2.5 hover:bg-base-200"
            href={`/${data.machine.slug}/${deedPath(item.deed)}`}
          >
            <Words listed={listed} />
          </a>
        ) : (
          <button
            type="button"
            aria-pressed={mark?.state === 'done'}
            {...(item.deed && !mark && { 'aria-expanded': isDoing })}
            aria-label={`${item.says}: ${mark ? (mark.state === 'done' ? 'done' : 'not done') : 'open'}`}
            className="flex min-h-16 min-w-0 grow touch-manipulation items-start gap-3 px-3 py-2.5 text-start hover:bg-base-200"
            onClick={() => (mark ? act.open(listed) : item.deed ? setIsDoing(!isDoing) : act.done(listed))}
          >
            <Words listed={listed} />
          </button>
        )}
        {!mark && (
          <button
            type="button"
            className="btn btn-ghost no-print quiet my-2 h-auto min-h-12 shrink-0 self-center px-2 text-sm font-normal whitespace-nowrap"
            aria-expanded={isAsking}
            aria-label={`Can’t do it: ${item.says}`}
            onClick={() => setIsAsking(!isAsking)}
          >
            Can’t do it …
          </button>
        )}
      </div>
      {item.mechanical && !mark && (
        <Finding check={item.mechanical} onFound={(check, finding) => act.found(listed, check, finding)} />
      )}
      {isDoing && !mark && item.deed && <DeedForm deed={item.deed} onDone={() => setIsDoing(false)} />}
      {isAsking && !mark && (
        <form
          className="flex flex-wrap gap-2 px-3 pb-3"
          onSubmit={(submit) => {
            submit.preventDefault();
            if (word.trim()) refuse(word.trim());
          }}
        >
          {words.map((one) => (
            <button key={one} type="button" className="btn" onClick={() => refuse(one)}>
              {one}
            </button>
          ))}
          <input
            className="input min-w-40 grow"
            aria-label="Why it is not done"
            placeholder="or another word"
            maxLength={300}
            value={word}
            onChange={(change) => setWord(change.target.value)}
          />
          <button type="submit" className="btn" disabled={!word.trim()}>
            Can’t do it
          </button>
        </form>
      )}
    </li>
  );
}

/** The item in words: what, why today, how; and what was said of it. */
function Words({ listed: { item, mark } }: { listed: Listed }) {
  const { data } = useFrame();
  return (
    <>
      {item.deed && !mark && !isAskedHere(item.deed) ? <Leads /> : <Tick mark={mark} />}
      <span className="min-w-0">
        <b className="block leading-6">{item.says}</b>
        {mark?.state !== 'done' && <span className="quiet block text-sm leading-5">{item.why}</span>}
        {item.how && !mark && <span className="block text-sm leading-5">{item.how}</span>}
        {mark && (
          <span className="block text-sm leading-5">
            {mark.state === 'done' ? 'Done' : `Not done: ${mark.why}`}, {timeText(mark.at, data.zone)}
          </span>
        )}
      </span>
    </>
  );
}
