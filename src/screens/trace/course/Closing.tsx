import { useState } from 'react';
import { keysOf } from '../../../core/base/keys.ts';
import { pieceFates } from '../../../core/ledger/kinds/trace_closed/definition.ts';
import { replacedBy, shownBy } from '../../../core/trace/learning/repair-looks.ts';
import { enoughStitches } from '../../../core/trace/course/stage.ts';
import { causeKeys, causeOf, type Cause } from '../../../core/trouble/causes.ts';
import { parts } from '../../../core/trouble/parts.ts';
import { answersOf, stepOf, type Step } from '../../../core/trouble/steps/index.ts';
import { stitchesText } from '../../../parts/text.ts';
import type { TraceState } from './useTrace.ts';

/** It sews again: what it was, whether it holds, and the end. */
export function Closing({ state }: { state: TraceState }) {
  const { course, found, holding } = state;
  const [cause, setCause] = useState<Cause | null>(null);
  const [piece, setPiece] = useState<keyof typeof pieceFates>('kept');
  const ending = course.ending!;
  const likely = found[0]?.cause ?? 'other';
  const named = cause ?? likely;
  const replaced = replacedBy(ending.step);
  // Asked even where it was looked at before: in the hand more is seen than under the head.
  const asked = shownBy(ending.step).filter((look) => !course.shown.some(({ step }) => step === look));
  return (
    <section aria-label="Sews again" className="sheet grid gap-3 p-4">
      <div>
        <h2 className="text-2xl">Sews again after: {stepOf(ending.step).name.toLowerCase()}</h2>
        <p role="status" className="text-lg">
          {holdsText(holding)}
        </p>
      </div>
      {holding?.brokeAt && (
        <button type="button" className="btn btn-primary min-h-16 text-base" onClick={state.brokeAgain}>
          It broke again: go on searching
        </button>
      )}
      {asked.map((look) => (
        <WhatWasSeen key={look} look={look} state={state} />
      ))}
      <label className="grid gap-1">
        <span className="font-semibold">What it was</span>
        <select
          className="select h-12 w-full"
          value={named}
          onChange={(change) => setCause(change.target.value as Cause)}
        >
          {[...new Set([...found.slice(0, 6).map((each) => each.cause), ...causeKeys])].map((key) => (
            <option key={key} value={key}>
              {causeOf(key).name} ({parts[causeOf(key).part].name.toLowerCase()})
            </option>
          ))}
        </select>
      </label>
      {replaced && <p>Replaced: {parts[replaced].name.toLowerCase()}.</p>}
      <fieldset>
        <legend className="font-semibold">The piece that was on</legend>
        <div role="radiogroup" aria-label="The piece that was on" className="mt-1 flex flex-wrap gap-2">
          {keysOf(pieceFates).map((key) => (
            <button
              key={key}
              type="button"
              role="radio"
              aria-checked={piece === key}
              className="btn min-h-12"
              onClick={() => setPiece(key)}
            >
              {pieceFates[key].name}
            </button>
          ))}
        </div>
      </fieldset>
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className={`btn min-h-16 grow px-6 text-lg ${holding?.brokeAt ? '' : 'btn-primary'}`}
          onClick={() => state.close({ outcome: 'found', cause: named === 'other' ? null : named, piece })}
        >
          {holding?.isEnough ? `${stitchesText(holding.stitches)} without a break: close it` : 'Close it now'}
        </button>
        {!holding?.brokeAt && (
          <button type="button" className="btn min-h-16" onClick={state.brokeAgain}>
            It broke again
          </button>
        )}
        <button
          type="button"
          className="btn min-h-16"
          onClick={() => state.close({ outcome: 'went_away', cause: null, piece })}
        >
          Went away by itself
        </button>
      </div>
    </section>
  );
}

function holdsText(holding: TraceState['holding']): string {
  if (!holding) return '';
  if (holding.brokeAt) return 'It has broken there again since.';
  if (holding.isEnough) return `${stitchesText(holding.stitches)} without a break: closed?`;
  return `${stitchesText(holding.stitches)} sewn there since; it asks again after ${stitchesText(enoughStitches)} without a break. You can leave this page.`;
}

/** What the hands saw of what came out: it tells causes apart that the same repair mends. */
function WhatWasSeen({ look, state }: { look: Step; state: TraceState }) {
  const { name } = stepOf(look);
  return (
    <fieldset>
      <legend className="font-semibold">What did you see? {name}, as it was:</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {Object.entries(answersOf(look)).map(([key, answer]) => (
          <button
            key={key}
            type="button"
            className="btn min-h-12"
            onClick={() => state.answer(look, key, true)}
          >
            {answer.name}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
