import { useFrame } from '../../../parts/frame/context.tsx';
import { counted, durationText, lostText, stitchesText, whole } from '../../../parts/text.ts';
import { Remove } from '../../../parts/store/Remove.tsx';
import { PictureOfJob } from './PictureOfJob.tsx';
import type { Job } from '../../../schemas/workshop.ts';

interface JobHeaderProps {
  job: Job | null;
  isSaving: boolean;
  /** Saves the job as done, or as waiting again. */
  onDone: (done: boolean) => void;
}

/** A job's name, what was sewn of it, and what can be done with the whole of it. */
export function JobHeader({ job, isSaving, onDone }: JobHeaderProps) {
  const { data } = useFrame();
  return (
    <div className="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1>{job ? job.name : 'New job'}</h1>
        {job && <p className="quiet">{tallyText(job)}</p>}
        {job && <PictureOfJob job={job} />}
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
          <button type="button" className="btn" onClick={() => onDone(!job.doneAt)}>
            {job.doneAt ? 'Back to waiting' : 'Mark done'}
          </button>
        )}
        {job && job.tally.stitches === 0 && (
          <Remove
            name={job.name}
            path={`/api/jobs/${job.id}`}
            onRemoved={() => location.assign(`/${data.machine.slug}/jobs`)}
          />
        )}
        <button type="submit" className="btn btn-primary" disabled={isSaving}>
          {job ? 'Save the job' : 'Add the job'}
        </button>
      </div>
    </div>
  );
}

function tallyText({ tally, pieces }: Job): string {
  const breaks =
    tally.stitches > 0 ? ` (${((tally.breaks * 10_000) / tally.stitches).toFixed(2)} per 10,000 st)` : '';
  return `${whole(tally.pieces)} of ${whole(pieces)} pieces · ${stitchesText(tally.stitches)} sewn · ${counted(tally.breaks, 'break')}${breaks} · ${tally.lostMs < 3_600_000 ? lostText(tally.lostMs) : durationText(tally.lostMs)} lost`;
}
