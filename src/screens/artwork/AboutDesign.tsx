import { cloths, hoopSizes, type Cloth, type HoopSize } from '../../core/advice/question.ts';

/** What the picture does not say: how large, on what, in which hoop. */
export interface DesignFacts {
  width: string;
  cloth: Cloth;
  layers: number;
  seams: boolean;
  hoop: HoopSize;
  priority: 'detail' | 'solidity';
}

interface AboutDesignProps {
  facts: DesignFacts;
  onChange: (change: Partial<DesignFacts>) => void;
}

/** The fields above the picture. */
export function AboutDesign({ facts, onChange }: AboutDesignProps) {
  return (
    <>
      <label className="text-sm font-semibold">
        Finished width of the design
        <span className="flex items-center gap-1 font-normal">
          <input
            className="input figures w-24 text-end"
            inputMode="decimal"
            value={facts.width}
            onChange={(change) => onChange({ width: change.target.value })}
          />
          mm
        </span>
      </label>
      <Choice
        label="Cloth"
        className="w-52"
        value={facts.cloth}
        options={Object.entries(cloths).map(([key, { name }]) => [key, name])}
        onPick={(cloth) => onChange({ cloth: cloth as Cloth })}
      />
      <Choice
        label="Layers"
        className="w-16"
        value={String(facts.layers)}
        options={['1', '2', '3', '4'].map((one) => [one, one])}
        onPick={(layers) => onChange({ layers: Number(layers) })}
      />
      <Choice
        label="Hoop"
        className="w-28"
        value={facts.hoop}
        options={Object.entries(hoopSizes).map(([key, { name }]) => [key, name])}
        onPick={(hoop) => onChange({ hoop: hoop as HoopSize })}
      />
      <Choice
        label="What matters more"
        className="w-36"
        value={facts.priority}
        options={[
          ['solidity', 'solid colour'],
          ['detail', 'fine detail'],
        ]}
        onPick={(priority) => onChange({ priority: priority as DesignFacts['priority'] })}
      />
      <label className="flex min-h-11 items-center gap-2 text-sm font-semibold whitespace-nowrap">
        <input
          type="checkbox"
          className="checkbox"
          checked={facts.seams}
          onChange={(change) => onChange({ seams: change.target.checked })}
        />
        crosses a seam
      </label>
    </>
  );
}

interface ChoiceProps {
  label: string;
  className: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onPick: (value: string) => void;
}

function Choice({ label, className, value, options, onPick }: ChoiceProps) {
  return (
    <label className="grid text-sm font-semibold">
      {label}
      <select
        className={`select ${className}`}
        value={value}
        onChange={(change) => onPick(change.target.value)}
      >
        {options.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
