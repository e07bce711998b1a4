interface PickProps {
  label: string;
  value: string;
  options: readonly (readonly [value: string, text: string])[];
  onChange: (value: string) => void;
}
/** A choice among few, with its label above. */
export function Pick({ label, value, options, onChange }: PickProps) {
  return (
    <label className="min-w-0 grow text-sm font-semibold">
      {label}
      <select className="select w-full" value={value} onChange={(change) => onChange(change.target.value)}>
        {options.map(([key, text]) => (
          <option key={key} value={key}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

interface SliderProps {
  label: string;
  value: number;
  from: number;
  to: number;
  step?: number;
  text: string;
  onChange: (value: number) => void;
}
/** A figure to drag, with its value in words beside it. */
export function Slider({ label, value, from, to, step = 1, text, onChange }: SliderProps) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <span className="quiet whitespace-nowrap">{label}</span>
      <input
        type="range"
        className="slide h-11 min-w-0 grow"
        min={from}
        max={to}
        step={step}
        value={value}
        aria-valuetext={text}
        onChange={(change) => onChange(Number(change.target.value))}
      />
      <span className="figures whitespace-nowrap">{text}</span>
    </label>
  );
}
