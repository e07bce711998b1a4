import { needleReasonKeys, needleReasons, type NeedleReason } from '../../core/needle/reasons.ts';
import { useState } from 'react';
import { needleText, readNeedleLabel, type NeedleSpec } from '../../core/needle/label.ts';
import type { LabelMeaning } from '../../core/needle/letters.ts';
import { UserError } from '../../core/base/user-error.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { intoView } from '../../parts/into-view.ts';
import type { HeadView } from '../../parts/live/view.ts';
import { Needle } from '../../parts/rail/Needle.tsx';

interface FitNeedleProps {
  where: { head: number; position: number };
  seat: HeadView['seats'][number];
  /** The needle that was named on the way here, as on its pack, and why. */
  preset?: { fit: string | null; reason: string | null };
  onDone: () => void;
}

/** Fit a needle: type it as on its pack or pick a kind, say why, done. */
export function FitNeedle({ where, seat, preset, onDone }: FitNeedleProps) {
  const { data, actions } = useFrame();
  const same = seat.needle ? needleText(seat.needle.spec) : '';
  const [label, setLabel] = useState(preset?.fit ?? same);
  const [reason, setReason] = useState<NeedleReason>(
    needleReasonKeys.find((key) => key === preset?.reason) ?? (seat.needle ? 'worn' : 'other'),
  );
  const reading = read(label, data.letters);
  return (
    <form
      ref={intoView}
      aria-label="Fit a needle"
      className="sheet p-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        if (!reading.spec) return;
        actions.fitNeedle(where, reading.spec, reason);
        onDone();
      }}
    >
      <div className="flex gap-4">
        <div className="grid h-20 w-8 shrink-0 place-items-center">
          {reading.spec && <Needle spec={reading.spec} className="h-20" />}
        </div>
        <div className="grow">
          <label className="font-semibold" htmlFor="needle-label">
            Needle, as on its pack
          </label>
          <input
            id="needle-label"
            className="input mt-1 w-full"
            value={label}
            autoComplete="off"
            autoCapitalize="none"
            spellCheck={false}
            placeholder="DBxK5 75/11 FFG"
            aria-describedby="needle-reading"
            onChange={(change) => setLabel(change.target.value)}
          />
          <p id="needle-reading" role="status" className="mt-1 min-h-6 text-sm">
            {reading.text}
          </p>
        </div>
      </div>
      <fieldset className="mt-2">
        <legend className="quiet text-sm">or pick</legend>
        <div className="mt-1 flex flex-wrap gap-1.5">
          {data.needleKinds.map((kind) => (
            <button
              key={kind.id}
              type="button"
              aria-pressed={label === kind.text}
              className="btn figures px-3"
              onClick={() => setLabel(kind.text)}
            >
              {kind.text}
            </button>
          ))}
        </div>
      </fieldset>
      <fieldset className="mt-3">
        <legend className="font-semibold">Why?</legend>
        <div className="mt-1 flex flex-wrap gap-1.5" role="radiogroup" aria-label="Reason">
          {needleReasonKeys.map((key) => (
            <button
              key={key}
              type="button"
              role="radio"
              aria-checked={reason === key}
              className="btn px-3"
              onClick={() => setReason(key)}
            >
              {needleReasons[key].name}
            </button>
          ))}
        </div>
      </fieldset>
      <p className="quiet mt-3 text-sm">
        Scarf to the back, long groove to the front, pushed fully up, eye straight ahead or turned slightly
        right. The old needle goes into the closed sharps container.{' '}
        <a className="underline" href={`/${data.machine.slug}/cards/fit_needle`}>
          Card: step by step
        </a>
      </p>
      <div className="mt-3 flex gap-2">
        <button type="submit" className="btn btn-primary h-12 grow text-base" disabled={!reading.spec}>
          {reading.spec ? `Fitted: ${needleText(reading.spec)}` : 'Type or pick the needle'}
        </button>
        <button type="button" className="btn h-12" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}

function read(
  label: string,
  letters: Readonly<Record<string, LabelMeaning>>,
): { spec: NeedleSpec | null; text: string } {
  if (!label.trim()) return { spec: null, text: '' };
  try {
    const { spec, assumed } = readNeedleLabel(label, letters);
    return {
      spec,
      text: `${spec.system} ${needleText(spec)}${assumed.length ? ` (taken as: ${assumed.join(', ')})` : ''}`,
    };
  } catch (error) {
    if (error instanceof UserError) return { spec: null, text: error.message };
    throw error;
  }
}
