import { costGroups } from '../../core/findings/answers/cost-groups.ts';
import { ageUnits, needleGroups } from '../../core/findings/answers/words/needle-groups.ts';
import { keysOf } from '../../core/base/keys.ts';
import type { Findings } from './useFindings.ts';

/** How an answer is laid out, and what it reckons with: asked beside the chart it changes. */
export function AnswerLayout({ findings }: { findings: Findings }) {
  const { choice, layout, setLayout, costs } = findings;
  const { question } = choice;
  return (
    <div className="no-print flex flex-wrap items-end gap-x-4 gap-y-2">
      {question === 'needles' && (
        <Pick
          label="Compare by"
          groups={needleGroups}
          value={layout.needlesBy}
          onPick={(needlesBy) => setLayout({ needlesBy })}
        />
      )}
      {question === 'needles' && (
        <Pick
          label="Ages in"
          groups={ageUnits}
          value={layout.needlesIn}
          onPick={(needlesIn) => setLayout({ needlesIn })}
        />
      )}
      {question === 'cost' && (
        <Pick
          label="Laid out by"
          groups={costGroups}
          value={layout.costBy}
          onPick={(costBy) => setLayout({ costBy })}
        />
      )}
      {question === 'what-if' && (
        <Amount
          label="Change needles at, stitches"
          value={layout.rule ?? 0}
          step={10_000}
          least={0}
          hint="0: until they give trouble"
          onAmount={(rule) => setLayout({ rule: rule > 0 ? Math.max(1000, rule) : null })}
        />
      )}
      {costs && (question === 'needles' || question === 'what-if') && (
        <>
          <Amount
            label="Trouble takes, min"
            value={Math.round(10 * (costs.trouble - layout.spoiledMinutes)) / 10}
            step={1}
            least={0}
            hint={layout.troubleMinutes === null ? 'as stops with a new needle took here' : 'as typed'}
            onAmount={(troubleMinutes) => setLayout({ troubleMinutes })}
          />
          <Amount
            label="and spoils pieces worth, min"
            value={layout.spoiledMinutes}
            step={1}
            least={0}
            hint={`a planned change: ${costs.planned} min`}
            onAmount={(spoiledMinutes) => setLayout({ spoiledMinutes })}
          />
        </>
      )}
    </div>
  );
}

function Pick<Key extends string>({
  label,
  groups,
  value,
  onPick,
}: {
  label: string;
  groups: Readonly<Record<Key, { name: string }>>;
  value: Key;
  onPick: (key: Key) => void;
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-2">
      <span className="text-sm font-semibold">{label}</span>
      {keysOf(groups).map((key) => (
        <button
          key={key}
          type="button"
          className="btn"
          aria-pressed={key === value}
          onClick={() => onPick(key)}
        >
          {groups[key].name}
        </button>
      ))}
    </div>
  );
}

function Amount({
  label,
  value,
  step,
  least,
  hint,
  onAmount,
}: {
  label: string;
  value: number;
  step: number;
  least: number;
  hint: string;
  onAmount: (amount: number) => void;
}) {
  return (
    <label className="grid gap-1 text-sm font-semibold">
      {label}
      <input
        type="number"
        className="input figures w-44"
        inputMode="decimal"
        min={least}
        step={step}
        value={value}
        onChange={(change) => {
          const amount = change.target.valueAsNumber;
          if (Number.isFinite(amount) && amount >= least) onAmount(amount);
        }}
      />
      <span className="quiet font-normal">{hint}</span>
    </label>
  );
}
