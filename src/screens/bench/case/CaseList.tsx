import { turnWords } from '../../../core/gauge/turn-words.ts';
import { lazy, Suspense, useState } from 'react';
import type { Band } from '../../../core/tension/targets.ts';
import type { EventOfCase } from '../../../core/tension/case/life.ts';
import type { BobbinCase } from '../../../schemas/stores.ts';
import { momentText } from '../../../parts/text.ts';
import { gramsText } from './Dial.tsx';
import { lastReading } from './lives.ts';

/** Charts are heavy: loaded when one is looked at. */
const CaseChart = lazy(() => import('./CaseChart.tsx'));

interface CaseListProps {
  cases: readonly { one: BobbinCase; life: readonly EventOfCase[]; due: readonly string[] }[];
  chosen: string | null;
  /** The one in the head that is looked at; null: none; undefined: nobody said. */
  inHead: string | null | undefined;
  /** Puts one in, or takes out what is in (null). */
  onPut: (id: string | null) => void;
  zone: string;
  now: string;
  onChoose: (id: string) => void;
}

/** The bobbin cases: what each read last, and why it should be measured now. */
export function CaseList({ cases, chosen, inHead, onPut, zone, now, onChoose }: CaseListProps) {
  return (
    <ul className="grid gap-2" aria-label="Bobbin cases">
      {cases.map(({ one, life, due }) => {
        const last = lastReading(life);
        return (
          <li key={one.id}>
            <button
              type="button"
              aria-pressed={chosen === one.id}
              className="sheet min-h-16 w-full px-3 py-2 text-start aria-pressed:shadow-[inset_0_0_0_2.5px_var(--color-primary)]"
              onClick={() => onChoose(one.id)}
            >
              <span className="flex items-baseline justify-between gap-2">
                <b>
                  {one.name}
                  {inHead === one.id && <span className="font-normal"> · in the head</span>}
                </b>
                <span className="figures whitespace-nowrap">
                  {last ? `${gramsText(last.data.grams)} g` : '–'}
                </span>
              </span>
              <span className="quiet block text-sm leading-5">
                {one.note || `class ${one.size}`}
                {last && ` · ${momentText(last.at, zone, now)}`}
              </span>
              {due.map((why) => (
                <b key={why} className="block text-sm leading-5">
                  ▸ {why}
                </b>
              ))}
            </button>
            {chosen === one.id && (
              <button
                type="button"
                className="btn mt-1 w-full"
                onClick={() => onPut(inHead === one.id ? null : one.id)}
              >
                {inHead === one.id ? 'Take it out of the head' : 'Put it into the head'}
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

interface CaseLogProps {
  life: readonly EventOfCase[];
  band: Band;
  zone: string;
  now: string;
}

/** What happened to the case: its readings along time, and each thing that happened, newest first. */
export function CaseLog({ life, band, zone, now }: CaseLogProps) {
  const [isOpen, setIsOpen] = useState(false);
  if (life.length === 0) return null;
  return (
    <details className="mt-2" onToggle={(toggle) => setIsOpen(toggle.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Its life so far</summary>
      {isOpen && (
        <Suspense fallback={<p className="quiet h-56">Drawing …</p>}>
          <CaseChart life={life} band={band} zone={zone} />
        </Suspense>
      )}
      <ol className="figures text-sm leading-6">
        {[...life]
          .reverse()
          .slice(0, 20)
          .map((event) => (
            <li key={`${event.at} ${event.kind}`} className="flex justify-between gap-3 border-t rule">
              <span>{told(event)}</span>
              <span className="quiet">{momentText(event.at, zone, now)}</span>
            </li>
          ))}
      </ol>
    </details>
  );
}

function told(event: EventOfCase): string {
  if (event.kind === 'case_measured') return `${gramsText(event.data.grams)} g`;
  if (event.kind === 'screw_turned') return `screw ${turnWords(event.data.turns * 8)}`;
  if (event.kind === 'case_fitted') return 'put into a head';
  return event.kind === 'case_dropped' ? 'dropped' : 'test block';
}
