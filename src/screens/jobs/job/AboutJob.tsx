import type { UseFormReturn } from 'react-hook-form';
import { clothSuggestions } from '../../../core/garment/nearest-cloths.ts';
import { keysOf } from '../../../core/base/keys.ts';
import { schoolText, schoolTopics } from '../../../core/advice/schools.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { chosenSchools, type JobForm } from './job-form.ts';
import { wholeFrom } from './whole-from.ts';

type Form = UseFormReturn<JobForm>;

/** For whom, on what, how many, until when. */
export function AboutJob({ form: { register, formState } }: { form: Form }) {
  const { errors } = formState;
  return (
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
          list="cloths"
          {...register('cloth')}
        />
        <datalist id="cloths">
          {clothSuggestions.map((words) => (
            <option key={words} value={words} />
          ))}
        </datalist>
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
  );
}

/** The answers of schools that hold for this job alone. */
export function WaysOfJob({ form: { register, watch } }: { form: Form }) {
  const { data } = useFrame();
  return (
    <details className="sheet mt-3 px-4">
      <summary className="min-h-11 cursor-pointer py-3 font-semibold">
        This job’s ways{' '}
        <span className="quiet font-normal">
          {chosenSchools(watch('schools')) ? 'differ from the workshop’s' : 'as the workshop does it'}
        </span>
      </summary>
      <div className="grid gap-3 pb-4 sm:grid-cols-2 lg:grid-cols-3">
        {keysOf(schoolTopics).map((topic) => (
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
  );
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
