import { toppings, type Topping } from '../../core/garment/backings.ts';
import { places, priorities, type Place, type Priority } from '../../core/garment/places.ts';
import { cloths, type Cloth } from '../../core/garment/cloths.ts';
import { hoopSizes, type HoopSize } from '../../core/garment/hoops.ts';

/** What the picture does not say: how large, on what, in which hoop. */
export interface DesignFacts {
  width: string;
  cloth: Cloth;
  layers: number;
  seams: boolean;
  hoop: HoopSize;
  priority: Priority;
  /** '': not said. */
  place: Place | '';
  topping: Topping;
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
        options={['1', '2', '3', '4'].map((choice) => [choice, choice])}
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
        options={Object.entries(priorities).map(([key, { name }]) => [key, name])}
        onPick={(priority) => onChange({ priority: priority as Priority })}
      />
      <Choice
        label="Place"
        className="w-40"
        value={facts.place}
        options={[['', 'not said'], ...Object.entries(places).map(([key, { name }]) => [key, name] as const)]}
        onPick={(place) => onChange({ place: place as Place | '' })}
      />
      <Choice
        label="On top"
        className="w-44"
        value={facts.topping}
        options={Object.entries(toppings).map(([key, { name }]) => [key, name])}
        onPick={(topping) => onChange({ topping: topping as Topping })}
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
