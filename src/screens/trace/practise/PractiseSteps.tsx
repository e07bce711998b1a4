import { useState } from 'react';
import { causeKeys, causeOf, type Cause } from '../../../core/trouble/causes.ts';
import { parts } from '../../../core/trouble/parts.ts';
import { stepKeys, stepOf, type Step } from '../../../core/trouble/steps/index.ts';
import { mayBeDone } from '../../../core/trouble/steps/repairs-of.ts';
import type { StepRecord } from '../../../core/trouble/steps/step.ts';
import { minutesText } from '../../../parts/text.ts';
import { technicianMinutes } from '../../../simulators/troubled-head/search.ts';
import type { Practise } from './usePractise.ts';

const kinds: readonly { kind: StepRecord['kind']; name: string }[] = [
  { kind: 'look', name: 'Look, pull, gauge' },
  { kind: 'swap', name: 'Swap, and sew the section again' },
  { kind: 'repair', name: 'Mend, and sew the section again' },
];

/** Every step that can be done, by kind, each with its minutes; and the end. */
export function PractiseSteps({ practise }: { practise: Practise }) {
  return (
    <>
      {practise.isMended && <NameIt practise={practise} />}
      {kinds.map(({ kind, name }) => (
        <section key={kind} aria-label={name} className="sheet p-3">
          <h2 className="px-1">{name}</h2>
          <ul className="mt-1 grid gap-1.5 sm:grid-cols-2">
            {stepKeys
              .filter((step) => stepOf(step).kind === kind)
              .map((step) => (
                <li key={step}>
                  <StepButton step={step} practise={practise} />
                </li>
              ))}
          </ul>
        </section>
      ))}
      {!practise.isMended && (
        <button type="button" className="btn min-h-14" onClick={() => practise.name(null)}>
          Call the technician ({technicianMinutes} min)
        </button>
      )}
    </>
  );
}

function StepButton({ step, practise }: { step: Step; practise: Practise }) {
  const { name, minutes } = stepOf(step);
  const isLocked = !mayBeDone(step, practise.given);
  return (
    <button
      type="button"
      className="btn h-auto min-h-12 w-full justify-between gap-2 px-3 py-1 text-start leading-5 font-semibold"
      disabled={isLocked || practise.isMended}
      title={isLocked ? 'First look: what is set must have been measured.' : undefined}
      onClick={() => practise.doStep(step)}
    >
      <span>{name}</span>
      <span className="figures quiet shrink-0 font-normal">{minutesText(minutes)}</span>
    </button>
  );
}

function NameIt({ practise }: { practise: Practise }) {
  const [cause, setCause] = useState<Cause>('needle_worn');
  return (
    <section aria-label="What was it?" className="sheet grid gap-2 p-4">
      <h2 className="text-2xl">It sews again. What was it?</h2>
      <label className="grid gap-1">
        <span className="quiet text-sm">The cause</span>
        <select
          className="select h-12 w-full"
          value={cause}
          onChange={(change) => setCause(change.target.value as Cause)}
        >
          {causeKeys.map((key) => (
            <option key={key} value={key}>
              {parts[causeOf(key).part].name}: {causeOf(key).name}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="btn btn-primary min-h-16 text-lg" onClick={() => practise.name(cause)}>
        That was it
      </button>
    </section>
  );
}
