import { inUse } from '../../../core/stores/in-use.ts';
import { mostStitches } from '../../../core/shape/most.ts';
import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import Trash from 'lucide-react/icons/trash-2';
import type { UseFormReturn } from 'react-hook-form';
import { useFrame } from '../../../parts/frame/context.tsx';
import { useHydrated } from '../../../parts/device/useHydrated.ts';
import { Swatch } from '../../../parts/thread/Swatch.tsx';
import { MeasuresOfStop } from './MeasuresOfStop.tsx';
import { StopAdvice } from './StopAdvice.tsx';
import { wholeFrom } from './whole-from.ts';
import type { JobForm } from './job-form.ts';

interface StopRowProps {
  index: number;
  last: boolean;
  form: UseFormReturn<JobForm>;
  /** Where it would be sewn on this machine now. */
  place: number | null;
  elements: readonly string[];
  /** The job it belongs to, once it is saved. */
  jobId: string | null;
  onMove: (to: number) => void;
  onRemove: (() => void) | undefined;
}

/** One colour stop: thread, stitches, what is sewn, and the position that sews it. */
export function StopRow({ index, last, form, place, elements, jobId, onMove, onRemove }: StopRowProps) {
  const { data, threads } = useFrame();
  const { register, watch, formState } = form;
  const threadId = watch(`stops.${index}.threadId`);
  const chosenPosition = watch(`stops.${index}.position`);
  const thread = threads.get(threadId);
  // A job may have 99 stops: what can be picked from comes when it can be picked.
  const isHydrated = useHydrated();
  const choices = isHydrated
    ? inUse(data.threads, threadId)
    : data.threads.filter((choice) => choice.id === threadId);
  const error = formState.errors.stops?.[index]?.stitches?.message;
  const positions = Array.from({ length: data.machine.positions }, (_, at) => at + 1).filter(
    (position) => isHydrated || String(position) === chosenPosition,
  );
  return (
    <li className="flex flex-wrap items-center gap-2 border-t p-2 rule first:border-t-0">
      <b className="figures w-6 text-end text-lg">{index + 1}</b>
      {thread && <Swatch thread={thread} className="size-9" />}
      <select
        aria-label={`Thread of stop ${index + 1}`}
        className="select w-64 grow sm:grow-0"
        {...register(`stops.${index}.threadId`)}
      >
        {choices.map((choice) => (
          <option key={choice.id} value={choice.id}>
            {choice.name} {choice.weightNo} wt ({choice.code})
          </option>
        ))}
      </select>
      <span className="w-36">
        <span className="flex items-center gap-1">
          <input
            aria-label={`Stitches of stop ${index + 1}`}
            className="input figures text-end"
            inputMode="numeric"
            {...register(`stops.${index}.stitches`, {
              validate: (value) => wholeFrom(value, 1, mostStitches, 'Stitches'),
              // What was measured or estimated was another number.
              onChange: () => form.setValue(`stops.${index}.measured.stitchesBy`, ''),
            })}
          />
          <span className="quiet">st</span>
        </span>
      </span>
      <select
        aria-label={`Element of stop ${index + 1}`}
        className="select w-32"
        {...register(`stops.${index}.element`)}
      >
        {elements.map((element) => (
          <option key={element}>{element}</option>
        ))}
      </select>
      <select
        aria-label={`Position of stop ${index + 1}`}
        className="select w-52"
        {...register(`stops.${index}.position`)}
      >
        <option value="">{place ? `by its thread: ${place}` : 'by its thread: none yet'}</option>
        {positions.map((position) => (
          <option key={position} value={position}>
            position {position}
          </option>
        ))}
      </select>
      <span className="ms-auto flex">
        <button
          type="button"
          className="btn btn-ghost btn-square"
          aria-label={`Stop ${index + 1} earlier`}
          disabled={index === 0}
          onClick={() => onMove(index - 1)}
        >
          <ArrowUp className="size-5" aria-hidden="true" />
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square"
          aria-label={`Stop ${index + 1} later`}
          disabled={last}
          onClick={() => onMove(index + 1)}
        >
          <ArrowDown className="size-5" aria-hidden="true" />
        </button>
        <button
          type="button"
          className="btn btn-ghost btn-square"
          aria-label={`Remove stop ${index + 1}`}
          disabled={!onRemove}
          onClick={onRemove}
        >
          <Trash className="size-5" aria-hidden="true" />
        </button>
      </span>
      {thread && <StopAdvice index={index} form={form} thread={thread} place={place} jobId={jobId} />}
      <MeasuresOfStop index={index} form={form} />
      {error && (
        <p role="alert" className="w-full ps-8 text-sm font-semibold">
          × {error}
        </p>
      )}
    </li>
  );
}
