import { useState } from 'react';
import { deedPath, needleEntries, type Deed } from '../../core/ledger/deed.ts';
import { needleText } from '../../core/needle/label.ts';
import { capital } from '../../parts/text.ts';
import { useFrame } from '../../parts/frame/context.tsx';

interface DeedFormProps {
  deed: Deed;
  onDone: () => void;
}

/** The one question that an item's deed needs: its answer is the deed's own entry, and the item is gone with it. */
export function DeedForm({ deed, onDone }: DeedFormProps) {
  if (deed.does === 'needle' && deed.needle) return <Fitted deed={deed} onDone={onDone} />;
  if (deed.does === 'case') return <CaseReads onDone={onDone} />;
  return null;
}

/** Deeds that are asked about on the spot; the others are done on a page of their own. */
export const isAskedHere = (deed: Deed): boolean =>
  deed.does === 'case' || (deed.does === 'needle' && deed.needle !== null);

function Fitted({ deed, onDone }: { deed: Extract<Deed, { does: 'needle' }>; onDone: () => void }) {
  const { data, live, say } = useFrame();
  const needle = deed.needle!;
  const heads = data.machine.heads > 1 ? `, head ${deed.heads.join(', ')}` : '';
  return (
    <p className="flex flex-wrap items-center gap-2 px-3 pb-3 ps-15">
      <button
        type="button"
        className="btn btn-primary min-h-12"
        onClick={() => {
          live.write(...needleEntries(deed, needle));
          say(`New needle at position ${deed.position}${heads}: ${needleText(needle)}.`);
          onDone();
        }}
      >
        Fitted {needleText(needle)}
      </button>
      <a className="btn min-h-12" href={`/${data.machine.slug}/${deedPath({ ...deed, needle: null })}`}>
        Another needle …
      </a>
    </p>
  );
}

/** Whoever touched the item goes on with its digits. */
const focus = (field: HTMLInputElement | null): void => field?.focus();

function CaseReads({ onDone }: { onDone: () => void }) {
  const { data, live, say, caseId, threadName } = useFrame();
  const name = caseId ? threadName(caseId) : 'bobbin case';
  const [grams, setGrams] = useState('');
  const value = Number(grams.replace(',', '.'));
  const isReading = grams.trim() !== '' && value > 0 && value <= 500;
  return (
    <form
      className="flex flex-wrap items-center gap-2 px-3 pb-3 ps-15"
      onSubmit={(submit) => {
        submit.preventDefault();
        if (!isReading) return;
        live.write({ kind: 'case_measured', data: { grams: value, ...(caseId && { caseId }) } });
        say(`${capital(name)} reads ${value} g.`);
        onDone();
      }}
    >
      <label className="flex items-center gap-2 font-semibold">
        It reads
        <input
          className="input w-24"
          ref={focus}
          inputMode="decimal"
          aria-label={`Reading of the ${name}, g`}
          value={grams}
          onChange={(change) => setGrams(change.target.value)}
        />
        g
      </label>
      <button type="submit" className="btn btn-primary min-h-12" disabled={!isReading}>
        Log the reading
      </button>
      <a className="btn min-h-12" href={`/${data.machine.slug}/bench`}>
        On the Bench …
      </a>
    </form>
  );
}
