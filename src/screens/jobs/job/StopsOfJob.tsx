import { inUse } from '../../../core/stores/in-use.ts';
import { useFieldArray, type UseFormReturn } from 'react-hook-form';
import { elementKinds } from '../../../core/element/elements.ts';
import { wholeFromText } from '../../../core/units/whole.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { stitchesText } from '../../../parts/text.ts';
import { garmentFrom } from './garment-form.ts';
import { blankStop, chosenSchools, withMeasures, type JobForm } from './job-form.ts';
import { StopRow } from './StopRow.tsx';

/** The colour stops in sewing order, each with the position that its thread sits on now. */
export function StopsOfJob({ form, jobId }: { form: UseFormReturn<JobForm>; jobId: string | null }) {
  const { data, seatsOf } = useFrame();
  const { fields, append, remove, move } = useFieldArray({ control: form.control, name: 'stops' });
  const stops = form.watch('stops');
  const perPiece = stops.reduce((sum, stop) => sum + (wholeFromText(stop.stitches) ?? 0), 0);
  const cloth = form.watch('cloth');
  const garment = garmentFrom(form.watch('garment'));
  const places = seatsOf({
    id: jobId,
    cloth,
    garment,
    schools: chosenSchools(form.watch('schools')),
    stops: stops.map((stop, index) => ({
      stop: index + 1,
      threadId: stop.threadId,
      element: stop.element,
      position: Number(stop.position) || null,
      ...withMeasures(stop),
    })),
  }).map(({ position }) => position);
  return (
    <>
      <div className="mt-5 flex items-end justify-between gap-3">
        <h2>
          Colour stops{' '}
          <span className="quiet font-normal">in sewing order · {stitchesText(perPiece)} a piece</span>
        </h2>
        <button
          type="button"
          className="btn"
          onClick={() => append(blankStop(stops.at(-1)?.threadId ?? inUse(data.threads)[0]?.id ?? ''))}
        >
          Add a stop
        </button>
      </div>
      {data.threads.length === 0 ? (
        <p className="sheet mt-2 p-4">
          The stores hold no thread yet.{' '}
          <a className="underline" href="/workshop#threads">
            Add your threads
          </a>{' '}
          first, then a job can name them.
        </p>
      ) : (
        <ol className="sheet mt-2">
          {fields.map((field, index) => (
            <StopRow
              key={field.id}
              index={index}
              last={index === fields.length - 1}
              form={form}
              place={places[index] ?? null}
              jobId={jobId}
              elements={elementKinds}
              onMove={(to) => move(index, to)}
              onRemove={fields.length > 1 ? () => remove(index) : undefined}
            />
          ))}
        </ol>
      )}
    </>
  );
}
