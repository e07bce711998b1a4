import { Popover } from '../../parts/frame/top/Popover.tsx';
import { useState } from 'react';
import { changeTable, type ChangeMinutes } from '../../engines/planner/index.ts';

const fields: { key: keyof ChangeMinutes; name: string }[] = [
  { key: 'tieOn', name: 'Tie on a colour' },
  { key: 'rethread', name: 'Re-thread' },
  { key: 'reeye', name: 'Re-eye' },
  { key: 'needle', name: 'New needle' },
  { key: 'retension', name: 'Re-tension and test' },
];

/** Throws a sentence that names the field. */
function minutesIn(text: string, name: string): number {
  const minutes = Number(text.trim().replace(',', '.') || NaN);
  if (!(minutes >= 0 && minutes <= 240)) throw new Error(`${name}: write minutes from 0 to 240, like 2.5.`);
  return minutes;
}

interface MinutesFormProps {
  minutes: ChangeMinutes;
  onChange: (minutes: ChangeMinutes) => void;
}

/** What each move takes here, as this shop times it. Where two moves are quicker than one, that is said. */
export function MinutesForm({ minutes, onChange }: MinutesFormProps) {
  const [texts, setTexts] = useState(
    Object.fromEntries(fields.map(({ key }) => [key, String(minutes[key])])) as Record<string, string>,
  );
  const [why, setWhy] = useState('');
  return (
    <Popover label="Minutes">
      <form
        aria-label="Minutes of each move"
        className="sheet absolute end-0 z-30 mt-1 grid w-80 gap-2 p-3 shadow-md"
        onSubmit={(submit) => {
          submit.preventDefault();
          const next: ChangeMinutes = { ...minutes };
          try {
            for (const { key, name } of fields) next[key] = minutesIn(texts[key] ?? '', name);
            changeTable(next);
            setWhy('');
            onChange(next);
          } catch (error) {
            setWhy((error as Error).message);
          }
        }}
      >
        {fields.map(({ key, name }) => (
          <label key={key} className="flex items-center justify-between gap-2 text-sm font-semibold">
            {name}
            <span className="flex items-center gap-1 font-normal">
              <input
                className="input figures w-20 text-end"
                inputMode="decimal"
                value={texts[key]}
                onChange={(change) => setTexts({ ...texts, [key]: change.target.value })}
              />
              min
            </span>
          </label>
        ))}
        <button type="submit" className="btn btn-primary">
          Plan with these
        </button>
        {changeTable(minutes).shortcuts.map((shortcut) => (
          <p key={shortcut} className="quiet text-sm">
            {shortcut}
          </p>
        ))}
        {why && (
          <p role="alert" className="text-sm font-semibold">
            × {why}
          </p>
        )}
      </form>
    </Popover>
  );
}
