import { useState } from 'react';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted, whole } from '../../parts/text.ts';
import type { Job } from '../../schemas/workshop.ts';

interface ChooseJobProps {
  /** In the order in which they are to be sewn. */
  jobs: readonly Job[];
  elsewhere: readonly { id: string; machine: string }[];
  onDone: () => void;
}

/** Which job goes on next: a line each, what its threads take, the details when they are asked for. */
export function ChooseJob({ jobs, elsewhere, onDone }: ChooseJobProps) {
  const { data, job } = useFrame();
  const [isDetailed, setIsDetailed] = useState(false);
  return (
    <section aria-label="Choose a job" className="sheet p-4">
      <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-2">
        <h2 className="text-2xl">Which job goes on the machine?</h2>
        <span className="flex gap-2">
          {jobs.length > 0 && (
            <button
              type="button"
              className="btn"
              aria-pressed={isDetailed}
              onClick={() => setIsDetailed(!isDetailed)}
            >
              Details
            </button>
          )}
          {job && (
            <button type="button" className="btn" onClick={onDone}>
              Keep {job.name}
            </button>
          )}
        </span>
      </div>
      {jobs.length === 0 ? (
        <p className="mt-2">
          No job is waiting.{' '}
          <a className="underline" href={`/${data.machine.slug}/jobs/new`}>
            Add a job
          </a>{' '}
          with its colour stops, then it can be chosen here.
        </p>
      ) : (
        <ol className="mt-3 grid gap-2 sm:grid-cols-2">
          {jobs
            .filter(({ id }) => id !== job?.id)
            .map((next) => (
              <li key={next.id}>
                <Choice
                  job={next}
                  on={elsewhere.find(({ id }) => id === next.id)?.machine ?? null}
                  isDetailed={isDetailed}
                  onDone={onDone}
                />
              </li>
            ))}
        </ol>
      )}
    </section>
  );
}

interface ChoiceProps {
  job: Job;
  /** The other machine that sews it now; null: none. */
  on: string | null;
  isDetailed: boolean;
  onDone: () => void;
}

function Choice({ job, on, isDetailed, onDone }: ChoiceProps) {
  const { actions, seatsOf } = useFrame();
  const [isAsked, setIsAsked] = useState(false);
  const seats = seatsOf(job);
  const lost = seats.filter(({ position }) => position === null);
  return (
    <button
      type="button"
      className="btn h-auto min-h-16 w-full flex-col items-start gap-0 py-2 text-start"
      onClick={() => {
        // Two machines on one job is seldom meant.
        if (on !== null && !isAsked) return setIsAsked(true);
        actions.startJob(job);
        onDone();
      }}
    >
      <span className="text-base">{job.name}</span>
      <span className="figures text-sm font-normal">
        {lost.length === 0 ? 'its threads are on the head' : `${counted(lost.length, 'thread')} to mount`} ·{' '}
        {whole(job.tally.pieces)} of {whole(job.pieces)}
      </span>
      {on !== null && (
        <b className="text-sm">
          {isAsked ? `${on} sews it now. Touch again to sew it here as well.` : `${on} sews it now`}
        </b>
      )}
      {isDetailed && <NotAsPlanned seats={seats} cloth={job.cloth} />}
    </button>
  );
}

/** Before a job is put on: where the head is no longer as its card says, and stops whose thread is on no cone. */
function NotAsPlanned({
  seats,
  cloth,
}: {
  seats: ReturnType<ReturnType<typeof useFrame>['seatsOf']>;
  cloth: string;
}) {
  const differs = seats.filter(({ planned }) => planned !== null);
  const lost = seats.filter(({ position }) => position === null).map(({ stop }) => stop);
  return (
    <>
      {cloth && <span className="quiet text-sm font-normal">{cloth}</span>}
      {differs.map(({ stop, position, planned }) => (
        <span key={stop} className="text-sm font-normal">
          Stop {stop}: {position === null ? 'no position' : `position ${position}`} instead of{' '}
          {planned!.position}, {planned!.why}
        </span>
      ))}
      {lost.length > 0 && <span className="text-sm font-normal">On no cone: stop {lost.join(', ')}</span>}
    </>
  );
}
