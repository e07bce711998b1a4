import { subDays } from 'date-fns';
import type { Findings } from './useFindings.ts';

const spans = [
  { name: '4 weeks', days: 28 },
  { name: '3 months', days: 91 },
  { name: 'A year', days: 365 },
] as const;

const dayOf = (date: Date) => date.toISOString().slice(0, 10);

/** The time and the cloth that are looked at. */
export function Choices({
  findings: { choice, choose, cloths },
  today,
}: {
  findings: Findings;
  today: string;
}) {
  const end = today.slice(0, 10);
  const beginning = (days: number) => dayOf(subDays(new Date(end), days));
  const known = choice.cloth && !cloths.includes(choice.cloth) ? [...cloths, choice.cloth] : cloths;
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <div role="group" aria-label="Time" className="flex flex-wrap gap-2">
        {spans.map(({ name, days }) => (
          <button
            key={name}
            type="button"
            className="btn"
            aria-pressed={choice.to === end && choice.from === beginning(days)}
            onClick={() => choose({ from: beginning(days), to: end })}
          >
            {name}
          </button>
        ))}
      </div>
      <div className="flex gap-2">
        <Day label="From" value={choice.from} most={choice.to} onDay={(from) => choose({ from })} />
        <Day label="To" value={choice.to} most={end} onDay={(to) => choose({ to })} />
      </div>
      <label className="grid gap-1 text-sm font-semibold">
        Cloth
        <select
          className="select w-52"
          value={choice.cloth}
          onChange={(change) => choose({ cloth: change.target.value })}
        >
          <option value="">all</option>
          {known.map((cloth) => (
            <option key={cloth}>{cloth}</option>
          ))}
        </select>
      </label>
    </div>
  );
}

function Day({
  label,
  value,
  most,
  onDay,
}: {
  label: string;
  value: string;
  most: string;
  onDay: (day: string) => void;
}) {
  return (
    <label className="grid gap-1 text-sm font-semibold">
      {label}
      <input
        type="date"
        className="input w-40"
        value={value}
        max={most}
        onChange={(change) => change.target.value && onDay(change.target.value)}
      />
    </label>
  );
}
