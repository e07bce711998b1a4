import type { UseFormReturn } from 'react-hook-form';
import { garmentRemarks } from '../../../core/advice/garment-remarks.ts';
import { backings, toppings } from '../../../core/garment/backings.ts';
import { cloths } from '../../../core/garment/cloths.ts';
import { garmentOf } from '../../../core/garment/from-words.ts';
import { garmentText } from '../../../core/garment/text.ts';
import { hoopSizes } from '../../../core/garment/hoops.ts';
import { orders, places } from '../../../core/garment/places.ts';
import { decimalFromText } from '../../../core/units/decimal.ts';
import { garmentFrom, under } from './garment-form.ts';
import type { JobForm } from './job-form.ts';

type Form = UseFormReturn<JobForm>;
type Named = Readonly<Record<string, { name: string }>>;

const numbers = (most: number) =>
  Object.fromEntries(Array.from({ length: most }, (_, index) => [index + 1, { name: String(index + 1) }]));
const yesNo = { no: { name: 'no' }, yes: { name: 'crosses one' } };

/** What the job is sewn on, in what and where; what its words name already is shown as such. What speaks against it is told. */
export function GarmentOfJob({ form, isNew }: { form: Form; isNew: boolean }) {
  const words = form.watch('cloth');
  const job = { cloth: words, garment: garmentFrom(form.watch('garment')) };
  const { garment, fromWords } = garmentOf(job);
  const named = (field: 'cloth' | 'place' | 'topping', registry: Named) => {
    const key = fromWords.includes(field) ? garment[field] : undefined;
    return key && `${registry[key]!.name} (by its words)`;
  };
  const told = garmentRemarks(job);
  return (
    <section aria-label="Garment" className={`sheet mt-3 px-4 ${told.length > 0 ? 'pb-3' : ''}`}>
      <details open={isNew}>
        <summary className="min-h-11 cursor-pointer py-3 font-semibold">
          Garment{' '}
          <span className="quiet font-normal">
            {garmentText(garment) || 'nothing said yet'}
            {fromWords.length > 0 && ' (from the job’s words)'}
          </span>
        </summary>
        <div className="grid grid-cols-2 gap-3 pb-4 sm:grid-cols-3 lg:grid-cols-6">
          <Choice
            form={form}
            field="cloth"
            label="For the advice it is"
            registry={cloths}
            none={named('cloth', cloths) ?? (words.trim() ? 'not known' : 'not said')}
            wide
          />
          <Choice form={form} field="place" label="Place" registry={places} none={named('place', places)} />
          <Choice
            form={form}
            field="layers"
            label="Layers of cloth"
            registry={numbers(6)}
            none={fromWords.includes('layers') ? `${garment.layers} (by its words)` : undefined}
          />
          <Choice
            form={form}
            field="seams"
            label="Seam"
            registry={yesNo}
            none={fromWords.includes('seams') ? 'crosses one (by its words)' : undefined}
          />
          <Choice
            form={form}
            field="topping"
            label="On top"
            registry={toppings}
            none={named('topping', toppings)}
          />
          <Lengths form={form} label="Finished size" fields={['widthMm', 'heightMm']} />
          <Choice form={form} field="hoop" label="Hoop" registry={hoopSizes} />
          <Lengths form={form} label="Its inside" fields={['hoopWidthMm', 'hoopHeightMm']} />
          <Choice form={form} field="order" label="Stops in order" registry={orders} />
          <fieldset className="col-span-2 sm:col-span-3 lg:col-span-5">
            <legend className="text-sm font-semibold">
              Backing
              {fromWords.includes('backings') && (
                <span className="quiet font-normal"> by its words: {garment.backings?.join(', ')}</span>
              )}
            </legend>
            <div className="flex flex-wrap gap-x-4">
              {under.map((key) => (
                <label key={key} className="flex min-h-11 items-center gap-2 text-sm">
                  <input
                    type="checkbox"
                    className="checkbox"
                    value={key}
                    {...form.register('garment.backings')}
                  />
                  {backings[key].name}
                </label>
              ))}
            </div>
          </fieldset>
          <Choice form={form} field="backingLayers" label="Layers of backing" registry={numbers(4)} />
        </div>
      </details>
      {told.length > 0 && (
        <ul className="mt-1 grid gap-1" aria-label="Told of the garment">
          {told.map(({ id, says, nearest = [] }) => (
            <li
              key={id}
              className="max-w-prose border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
            >
              {says}
              {nearest.map((cloth) => (
                <button
                  key={cloth}
                  type="button"
                  className="btn ms-2"
                  onClick={() => form.setValue('garment.cloth', cloth)}
                >
                  {cloths[cloth].name}
                </button>
              ))}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface ChoiceProps {
  form: Form;
  field: 'cloth' | 'place' | 'layers' | 'seams' | 'topping' | 'hoop' | 'order' | 'backingLayers';
  label: string;
  registry: Named;
  /** What stands where nothing was chosen. */
  none?: string | undefined;
  wide?: boolean;
}

function Choice({ form, field, label, registry, none = 'not said', wide }: ChoiceProps) {
  return (
    <label className={`text-sm font-semibold ${wide ? 'col-span-2 sm:col-span-1 lg:col-span-2' : ''}`}>
      {label}
      <select className="select w-full" {...form.register(`garment.${field}`)}>
        <option value="">{none}</option>
        {Object.entries(registry).map(([key, { name }]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

type Length = 'widthMm' | 'heightMm' | 'hoopWidthMm' | 'hoopHeightMm';
const least: Record<Length, number> = { widthMm: 1, heightMm: 1, hoopWidthMm: 20, hoopHeightMm: 20 };

/** Width and height, mm. */
function Lengths({ form, label, fields }: { form: Form; label: string; fields: readonly [Length, Length] }) {
  const errors = form.formState.errors.garment;
  const error = fields.map((field) => errors?.[field]?.message).find(Boolean);
  return (
    <div role="group" aria-label={label} className="text-sm">
      <span className="font-semibold">{label}</span>
      <span className="flex items-center gap-1">
        {fields.map((field, index) => (
          <span key={field} className="flex min-w-0 items-center gap-1">
            {index === 1 && '×'}
            <input
              aria-label={index === 0 ? `${label}: width in mm` : `${label}: height in mm`}
              className="input figures w-full min-w-12 px-2 text-end"
              inputMode="decimal"
              placeholder={index === 0 ? 'wide' : 'high'}
              {...form.register(`garment.${field}`, {
                validate: (text) => {
                  const value = decimalFromText(text);
                  return (
                    text.trim() === '' ||
                    (value !== null && value >= least[field] && value <= 1500) ||
                    `${label}: from ${least[field]} to 1,500 mm, or nothing.`
                  );
                },
              })}
            />
          </span>
        ))}
        <span className="quiet">mm</span>
      </span>
      {error && (
        <p role="alert" className="mt-1 font-semibold">
          × {error}
        </p>
      )}
    </div>
  );
}
