import type { UseFormReturn } from 'react-hook-form';
import { measuredBy } from '../../../core/element/measures.ts';
import { whole } from '../../../parts/text.ts';
import type { JobForm } from './job-form.ts';
import { isMeasure, measureFields, measureKeys } from './measures-form.ts';

/** What is known of what a stop sews, part by part: read, measured, or typed here. */
export function MeasuresOfStop({ index, form }: { index: number; form: UseFormReturn<JobForm> }) {
  const { register, watch, formState } = form;
  const { by, stitchesBy, parts } = watch(`stops.${index}.measured`);
  const element = watch(`stops.${index}.element`);
  const known = parts.map((part) =>
    measureKeys
      .filter((key) => part[key] !== '')
      .map((key) => `${measureFields[key].name} ${part[key]} ${measureFields[key].unit}`)
      .join(', '),
  );
  const isKnown = known.some(Boolean);
  const errors = formState.errors.stops?.[index]?.measured?.parts;
  const error = parts
    .flatMap((_part, at) => measureKeys.map((key) => errors?.[at]?.[key]?.message))
    .find(Boolean);
  return (
    <details className="w-full ps-8" open={error ? true : undefined}>
      <summary className="quiet min-h-8 cursor-pointer py-1 text-sm">
        {isKnown
          ? `${known.length === 1 ? known[0] : `${known.length} parts`}, ${measuredBy[by].name}`
          : 'Measures: none'}
        {stitchesBy && `; stitches ${stitchesBy}`}
      </summary>
      {parts.map((part, at) => (
        <div key={at} className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2 text-sm">
          <b className="w-20">{parts.length === 1 ? element : part.element}</b>
          {measureKeys
            .filter(
              (key) => key !== 'letterMm' || (parts.length === 1 ? element : part.element) === 'lettering',
            )
            .map((key) => (
              <label key={key} className="flex items-center gap-1">
                {measureFields[key].name}
                <input
                  className="input figures w-18 px-2 text-end"
                  inputMode="decimal"
                  aria-label={`${measureFields[key].name} of stop ${index + 1}${parts.length > 1 ? `, part ${at + 1}` : ''}, ${measureFields[key].unit}`}
                  {...register(`stops.${index}.measured.parts.${at}.${key}`, {
                    validate: (text) => isMeasure(key, text, part),
                  })}
                />
                <span className="quiet">{measureFields[key].unit}</span>
              </label>
            ))}
          {part.stitches !== null && parts.length > 1 && (
            <span className="figures quiet">{whole(part.stitches)} st</span>
          )}
        </div>
      ))}
      {error && (
        <p role="alert" className="pb-2 text-sm font-semibold">
          × {error}
        </p>
      )}
    </details>
  );
}
