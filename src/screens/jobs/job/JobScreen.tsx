import { inUse } from '../../../core/stores/in-use.ts';
import { wholeFromText } from '../../../core/units/whole.ts';
import { useState } from 'react';
import { useUnsaved } from '../../../parts/useUnsaved.ts';
import { useForm } from 'react-hook-form';
import { v7 as uuid7 } from 'uuid';
import { Frame } from '../../../parts/frame/Frame.tsx';
import { OnlyFor } from '../../../parts/people/OnlyFor.tsx';
import { useFrame } from '../../../parts/frame/context.tsx';
import { send } from '../../../parts/live/send.ts';
import type { FrameData } from '../../../schemas/frame-data.ts';
import type { Cone, Job } from '../../../schemas/workshop.ts';
import { AboutJob, WaysOfJob } from './AboutJob.tsx';
import { garmentFrom } from './garment-form.ts';
import { formOf, messageOf, withMeasures, type JobForm } from './job-form.ts';
import { BreaksOfJob } from './BreaksOfJob.tsx';
import { GarmentOfJob } from './GarmentOfJob.tsx';
import { JobHeader } from './JobHeader.tsx';
import { StopsOfJob } from './StopsOfJob.tsx';
import { ThreadNeed } from './ThreadNeed.tsx';

interface JobScreenProps {
  data: FrameData;
  job: Job | null;
  cones: Cone[];
}

/** One job with its stops: read, changed, or made new (`job` null). */
export default function JobScreen({ data, job, cones }: JobScreenProps) {
  return (
    <Frame data={data}>
      <OnlyFor right="plan">
        <JobEditor job={job} cones={cones} />
      </OnlyFor>
    </Frame>
  );
}

const wholeNumber = (text: string) => wholeFromText(text) ?? 0;

function JobEditor({ job, cones }: { job: Job | null; cones: Cone[] }) {
  const { data } = useFrame();
  const [refusal, setRefusal] = useState('');
  const form = useForm<JobForm>({ defaultValues: formOf(job, inUse(data.threads)[0]?.id ?? '') });
  const { handleSubmit, formState, watch } = form;
  const saved = useUnsaved(formState.isDirty);

  async function save(values: JobForm, done = Boolean(job?.doneAt)): Promise<void> {
    setRefusal('');
    try {
      const message = messageOf(values);
      if (job) await send('PUT', `/api/jobs/${job.id}`, { ...message, version: job.version, done });
      else await send('POST', '/api/jobs', { jobs: [{ id: uuid7(), ...message }] });
      saved();
      location.assign(`/${data.machine.slug}/jobs`);
    } catch (error) {
      setRefusal((error as Error).message);
    }
  }

  return (
    <form
      className="p-3 lg:p-5"
      noValidate
      onSubmit={(submit) => void handleSubmit((values) => save(values))(submit)}
    >
      <JobHeader
        job={job}
        isSaving={formState.isSubmitting}
        onDone={(done) => void handleSubmit((values) => save(values, done))()}
      />
      {refusal && (
        <p
          role="alert"
          className="sheet mt-3 border-s-4 p-3 font-semibold [border-color:var(--color-base-content)]"
        >
          {refusal}
        </p>
      )}
      <AboutJob form={form} />
      <GarmentOfJob form={form} isNew={job === null} />
      <WaysOfJob form={form} />
      <StopsOfJob form={form} jobId={job?.id ?? null} />
      <ThreadNeed
        stops={watch('stops')
          .map((stop) => ({ ...stop, ...withMeasures(stop), stitches: wholeNumber(stop.stitches) }))
          .filter((stop) => stop.stitches > 0 && stop.threadId)}
        pieces={Math.max(1, wholeNumber(watch('pieces')))}
        cloth={watch('cloth')}
        garment={garmentFrom(watch('garment'))}
        cones={cones}
      />
      <BreaksOfJob
        stitches={
          Math.max(1, wholeNumber(watch('pieces'))) *
          watch('stops').reduce((sum, stop) => sum + wholeNumber(stop.stitches), 0)
        }
        cloth={watch('cloth')}
        garment={garmentFrom(watch('garment'))}
      />
    </form>
  );
}
