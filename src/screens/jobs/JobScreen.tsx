import { wholeFrom } from './whole-from.ts';
import { elementKinds } from '../../core/element/elements.ts';
import { useState } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import { v7 as uuid7 } from 'uuid';
import { schoolText, schoolTopics, type SchoolTopic } from '../../core/advice/schools.ts';
import { placeStops } from '../../core/plan/asked/places.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { send } from '../../parts/live/send.ts';
import { durationText, lostText, stitchesText, whole } from '../../parts/text.ts';
import type { Cone, Job } from '../../schemas/workshop.ts';
import { ThreadNeed } from './ThreadNeed.tsx';
import { StopRow } from './StopRow.tsx';
import { blankStop, chosenSchools, formOf, messageOf, type JobForm } from './job-form.ts';

/** One job with its stops: read, changed, or made new (`job` null). */
export default function JobScreen({
  data,
  job,
  cones = [],
}: {
  data: FrameData;
  job: Job | null;
  cones?: Cone[];
}) {
  return (
    <Frame data={data}>
      <JobEditor job={job} cones={cones} />
    </Frame>
  );
}

function JobEditor({ job, cones }: { job: Job | null; cones: Cone[] }) {
  const { data, view } = useFrame();
  const [refusal, setRefusal] = useState('');
  const form = useForm<JobForm>({ defaultValues: formOf(job, data.threads[0]?.id ?? '') });
  const { register, handleSubmit, control, formState, watch } = form;
  const { fields, append, remove, move } = useFieldArray({ control, name: 'stops' });
  const stops = watch('stops');
  const perPiece = stops.reduce((sum, stop) => sum + (Number(stop.stitches) || 0), 0);
  const places = placeStops(
    stops.map((stop, index) => ({
      stop: index + 1,
      threadId: stop.threadId,
      position: Number(stop.position) || null,
    })),
    view.seats.filter((seat) => seat.head === 1),
  );

  async function save(values: JobForm, done = Boolean(job?.doneAt)): Promise<void> {
    setRefusal('');
    try {
      const message = messageOf(values);
      if (job) await send('PUT', `/api/jobs/${job.id}`, { ...message, version: job.version, done });
      else await send('POST', '/api/jobs', { jobs: [{ id: uuid7(), ...message }] });
      location.assign(`/${data.machine.slug}/jobs`);
    } catch (error) {
      setRefusal((error as Error).message);
    }
  }

  const { errors } = formState;
  return (
    <form
      className="p-3 lg:p-5"
      noValidate
      onSubmit={(submit) => void handleSubmit((values) => save(values))(submit)}
    >
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1>{job ? job.name : 'New job'}</h1>
          {job && <p className="quiet">{tallyText(job)}</p>}
        </div>
        <div className="flex flex-wrap gap-2">
          <a className="btn" href={`/${data.machine.slug}/jobs`}>
            Back to the jobs
          </a>
          {job && (
            <a className="btn" href={`/${data.machine.slug}/job-record/${job.id}`}>
              Record
            </a>
          )}
          {job && (
            <button
              type="button"
              className="btn"
              onClick={() => void handleSubmit((values) => save(values, !job.doneAt))()}
            >
              {job.doneAt ? 'Back to waiting' : 'Mark done'}
            </button>
          )}
          <button type="submit" className="btn btn-primary" disabled={formState.isSubmitting}>
            {job ? 'Save the job' : 'Add the job'}
          </button>
        </div>
      </div>
      {refusal && (
        <p
          role="alert"
          className="sheet mt-3 border-s-4 p-3 font-semibold [border-color:var(--color-base-content)]"
        >
          {refusal}
        </p>
      )}

      <div className="sheet mt-4 grid gap-3 p-4 sm:grid-cols-2 lg:grid-cols-4">
        <Field label="Name" name="name" error={errors.name?.message} wide>
          <input
            id="name"
            className="input w-full"
            {...register('name', {
              required: 'Give the job a name.',
              maxLength: { value: 120, message: 'At most 120 characters.' },
            })}
          />
        </Field>
        <Field label="Customer" name="customer">
          <input id="customer" className="input w-full" maxLength={120} {...register('customer')} />
        </Field>
        <Field label="Cloth" name="cloth">
          <input
            id="cloth"
            className="input w-full"
            maxLength={120}
            placeholder="ripstop nylon"
            {...register('cloth')}
          />
        </Field>
        <Field label="Pieces" name="pieces" error={errors.pieces?.message}>
          <input
            id="pieces"
            className="input w-full"
            inputMode="numeric"
            {...register('pieces', { validate: (value) => wholeFrom(value, 1, 100_000, 'Pieces') })}
          />
        </Field>
        <Field label="Due" name="due">
          <input id="due" type="date" className="input w-full" {...register('due')} />
        </Field>
        <Field label="Note" name="note" wide>
          <input id="note" className="input w-full" maxLength={2000} {...register('note')} />
        </Field>
      </div>

      <details className="sheet mt-3 px-4">
        <summary className="min-h-11 cursor-pointer py-3 font-semibold">
          This job’s ways{' '}
          <span className="quiet font-normal">
            {chosenSchools(watch('schools')) ? 'differ from the workshop’s' : 'as the workshop does it'}
          </span>
        </summary>
        <div className="grid gap-3 pb-4 sm:grid-cols-2 lg:grid-cols-3">
          {(Object.keys(schoolTopics) as SchoolTopic[]).map((topic) => (
            <label key={topic} className="grid text-sm">
              {schoolTopics[topic].asks}
              <select className="select w-full" {...register(`schools.${topic}`)}>
                <option value="">as the workshop: {schoolText(topic, data.schools[topic])}</option>
                {Object.entries(schoolTopics[topic].choices).map(([key, text]) => (
                  <option key={key} value={key}>
                    {text}
                  </option>
                ))}
              </select>
            </label>
          ))}
        </div>
      </details>

      <div className="mt-5 flex items-end justify-between gap-3">
        <h2>
          Colour stops{' '}
          <span className="quiet font-normal">in sewing order · {stitchesText(perPiece)} a piece</span>
        </h2>
        <button
          type="button"
          className="btn"
          onClick={() => append(blankStop(stops.at(-1)?.threadId ?? data.threads[0]?.id ?? ''))}
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
              jobId={job?.id ?? null}
              elements={elementKinds}
              onMove={(to) => move(index, to)}
              onRemove={fields.length > 1 ? () => remove(index) : undefined}
            />
          ))}
        </ol>
      )}
      <ThreadNeed
        stops={stops
          .map((stop) => ({ ...stop, stitches: Number(stop.stitches.replace(/[ ,]/g, '')) || 0 }))
          .filter((stop) => stop.stitches > 0 && stop.threadId)}
        pieces={Math.max(1, Math.round(Number(watch('pieces').replace(/[ ,]/g, '')) || 1))}
        cloth={watch('cloth')}
        cones={cones}
      />
    </form>
  );
}

function tallyText({ tally, pieces }: Job): string {
  const breaks =
    tally.stitches > 0 ? ` (${((tally.breaks * 10_000) / tally.stitches).toFixed(2)} per 10,000 st)` : '';
  return `${whole(tally.pieces)} of ${whole(pieces)} pieces · ${stitchesText(tally.stitches)} sewn · ${tally.breaks} breaks${breaks} · ${tally.lostMs < 3_600_000 ? lostText(tally.lostMs) : durationText(tally.lostMs)} lost`;
}

interface FieldProps {
  label: string;
  name: string;
  error?: string | undefined;
  wide?: boolean;
  children: React.ReactNode;
}

function Field({ label, name, error, wide, children }: FieldProps) {
  return (
    <div className={wide ? 'lg:col-span-2' : ''}>
      <label className="text-sm font-semibold" htmlFor={name}>
        {label}
      </label>
      {children}
      {error && (
        <p role="alert" className="mt-1 text-sm font-semibold">
          × {error}
        </p>
      )}
    </div>
  );
}
