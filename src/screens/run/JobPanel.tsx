import { Suspense, lazy, useEffect, useMemo, useState } from 'react';
import { slowestOf } from '../../core/advice/of-stop.ts';
import { speedLimits } from '../../core/seating/speed.ts';
import { JobPicture } from '../../parts/job/JobPicture.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { headsOf, keepSpeed, keptHeads, keptSpeed } from '../../parts/live/kept.ts';
import { restOfPiece } from '../../core/run/rest-of-piece.ts';
import { FeedLine } from './FeedLine.tsx';
import { Heads } from './Heads.tsx';
import { RunStops } from './RunStops.tsx';
import { usePieces, useRun } from './useRun.ts';
import { whole } from '../../parts/text.ts';
import type { Job } from '../../schemas/workshop.ts';

/** Seldom asked for: it travels when it is. The service worker keeps it for when there is no network. */
const Middle = lazy(() => import('./Middle.tsx'));

/** The job on the machine: how far it is, its stops in order, and the big button for a finished piece. */
export function JobPanel({ jobs }: { jobs: Job[] }) {
  const { job } = useFrame();
  const [choosing, setChoosing] = useState(false);
  if (!job || choosing) return <ChooseJob jobs={jobs} onDone={() => setChoosing(false)} />;
  return <RunningJob job={job} onChange={() => setChoosing(true)} />;
}

function RunningJob({ job, onChange }: { job: Job; onChange: () => void }) {
  const { data, view, actions, seated } = useFrame();
  const done = usePieces(job);
  const { design, feed } = useRun();
  const [isMiddle, setIsMiddle] = useState(false);
  const [sewing, setSewing] = useState(() => headsOf(data.machine));
  useEffect(() => setSewing(keptHeads(data.machine)), [data.machine]);
  const left = restOfPiece(design, view.events, job.id).reduce((sum, stop) => sum + stop.stitches, 0);
  const wholePiece = design.reduce((sum, stop) => sum + stop.stitches, 0);
  const missing = seated.filter(({ position }) => position === null).length;
  const perPiece = job.stops.reduce((sum, stop) => sum + stop.stitches, 0);
  return (
    <section aria-label="Job on the machine" className="sheet flex flex-col p-4">
      <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
        <div className="flex items-start gap-3">
          <JobPicture job={job} className="h-16 w-20" />
          <div>
            <h2 className="text-2xl">{job.name}</h2>
            <p className="quiet">
              {[job.customer, job.cloth].filter(Boolean).join(' · ')} · {whole(perPiece)} st a piece
            </p>
          </div>
        </div>
        <p className="text-end">
          <span className="figures block text-4xl leading-9 font-bold">
            {whole(done)} <span className="text-2xl font-semibold">of {whole(job.pieces)}</span>
          </span>
          <span className="quiet text-sm">pieces finished</span>
        </p>
      </div>
      <FeedLine />
      <RunStops job={job} now={feed?.stop ?? null} />
      {missing > 0 && (
        <p className="mt-2 border-s-4 ps-3 [border-color:var(--color-base-content)]">
          <b>{missing === 1 ? 'One stop has' : `${missing} stops have`} no position:</b> its thread is on no
          cone. Mount it on the Head screen, or set the position in the job; until then its stitches are not
          counted.
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-stretch gap-2">
        <button type="button" className="btn btn-primary h-20 grow text-xl" onClick={actions.finishPiece}>
          {left < wholePiece
            ? `Rest finished, ${whole(left)} st`
            : data.machine.heads > 1
              ? `Pieces finished (${sewing.length})`
              : 'Piece finished'}
          <kbd className="ms-2 rounded border px-2 py-0.5 text-sm font-normal opacity-90">space</kbd>
        </button>
        <button type="button" className="btn h-20" onClick={() => actions.stop('stopped, no break')}>
          Stop, no break
        </button>
        <button type="button" className="btn h-20" onClick={actions.undo}>
          Undo
        </button>
      </div>
      <div className="mt-3 flex flex-wrap items-center justify-between gap-2">
        <Speed job={job} />
        {data.machine.heads > 1 && <Heads sewing={sewing} onChange={setSewing} />}
        <button type="button" className="btn" aria-expanded={isMiddle} onClick={() => setIsMiddle(!isMiddle)}>
          In the middle …
        </button>
        <a className="btn" href={`/${data.machine.slug}/shift`}>
          Shift …
        </a>
        <button type="button" className="btn btn-ghost underline" onClick={onChange}>
          Another job …
        </button>
      </div>
      {isMiddle && (
        <Suspense>
          <Middle job={job} onDone={() => setIsMiddle(false)} />
        </Suspense>
      )}
    </section>
  );
}

function ChooseJob({ jobs, onDone }: { jobs: Job[]; onDone: () => void }) {
  const { data, actions, job } = useFrame();
  return (
    <section aria-label="Choose a job" className="sheet p-4">
      <div className="flex items-start justify-between gap-4">
        <h2 className="text-2xl">Which job goes on the machine?</h2>
        {job && (
          <button type="button" className="btn btn-ghost" onClick={onDone}>
            Keep {job.name}
          </button>
        )}
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
        <ul className="mt-3 grid gap-2 sm:grid-cols-2">
          {jobs.map((next) => (
            <li key={next.id}>
              <button
                type="button"
                className="btn h-auto min-h-16 w-full flex-col items-start gap-0 py-2 text-start"
                onClick={() => {
                  actions.startJob(next);
                  onDone();
                }}
              >
                <span className="text-base">{next.name}</span>
                <span className="quiet text-sm font-normal">
                  {[next.cloth, `${whole(next.tally.pieces)} of ${whole(next.pieces)} pieces`]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
                <NotAsPlanned job={next} />
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Before a job is put on: where the head is no longer as its card says, or a stop's thread is on no cone. */
function NotAsPlanned({ job }: { job: Job }) {
  const { seatsOf } = useFrame();
  const seats = seatsOf(job);
  const differs = seats.filter(({ planned }) => planned !== null);
  const lost = seats.filter(({ position }) => position === null).map(({ stop }) => stop);
  return (
    <>
      {differs.map(({ stop, position, planned }) => (
        <span key={stop} className="text-sm">
          ! Stop {stop}: {position ?? 'nowhere'} instead of {planned!.position}, {planned!.why}
        </span>
      ))}
      {lost.length > 0 && <span className="text-sm">! On no cone: stop {lost.join(', ')}</span>}
    </>
  );
}

/** The speed the machine runs at, from which sewing hours are counted. */
function Speed({ job }: { job: Job }) {
  const { data, seating } = useFrame();
  const slowest = useMemo(() => slowestOf(speedLimits(job, seating)), [job, seating]);
  const [speed, setSpeed] = useState(data.machine.topSpeed);
  useEffect(() => setSpeed(keptSpeed(data.machine)), [data.machine]);
  const set = (next: number) => {
    setSpeed(next);
    keepSpeed(data.machine, next);
  };
  const change = (by: number) => set(Math.min(data.machine.topSpeed, Math.max(100, speed + by)));
  return (
    <div role="group" aria-label="Speed" className="flex items-center gap-2">
      <span className="quiet">Speed</span>
      <button type="button" className="btn btn-square" aria-label="50 slower" onClick={() => change(-50)}>
        −
      </button>
      <output className="figures min-w-24 text-center font-semibold">{whole(speed)} st/min</output>
      <button type="button" className="btn btn-square" aria-label="50 faster" onClick={() => change(50)}>
        +
      </button>
      {slowest && speed > slowest.limit && (
        <span className="flex flex-wrap items-center gap-2 border-s-4 ps-3 text-sm [border-color:var(--color-base-content)]">
          <span className="max-w-72">
            <b>
              Stop {slowest.stop} wants at most {whole(slowest.limit)}.
            </b>{' '}
            {slowest.because}
          </span>
          <button type="button" className="btn" onClick={() => set(slowest.limit)}>
            Set {whole(slowest.limit)}
          </button>
        </span>
      )}
    </div>
  );
}
