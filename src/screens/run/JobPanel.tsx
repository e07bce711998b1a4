import { Suspense, lazy, useEffect, useState } from 'react';
import { JobPicture } from '../../parts/job/JobPicture.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { headsOf, keptHeads } from '../../parts/device/kept.ts';
import { restOfPiece } from '../../core/run/rest-of-piece.ts';
import { ChooseJob } from './ChooseJob.tsx';
import { FeedLine } from './FeedLine.tsx';
import { Heads } from './Heads.tsx';
import { PieceButton } from './PieceButton.tsx';
import { RunStops } from './RunStops.tsx';
import { Speed } from './Speed.tsx';
import { usePieces, useRun } from './hooks/useRun.ts';
import { whole } from '../../parts/text.ts';
import type { Job } from '../../schemas/workshop.ts';

/** Seldom asked for: it travels when it is. The service worker keeps it for when there is no network. */
const Middle = lazy(() => import('./Middle.tsx'));

interface JobPanelProps {
  /** Those that wait, in the order in which they are to be sewn. */
  jobs: readonly Job[];
  elsewhere: readonly { id: string; machine: string }[];
}

/** The job on the machine: how far it is, its stops in order, and the big button for a finished piece. */
export function JobPanel({ jobs, elsewhere }: JobPanelProps) {
  const { job } = useFrame();
  const [choosing, setChoosing] = useState(false);
  if (!job || choosing)
    return <ChooseJob jobs={jobs} elsewhere={elsewhere} onDone={() => setChoosing(false)} />;
  const next = jobs.find(({ id }) => id !== job.id && !elsewhere.some((on) => on.id === id)) ?? null;
  return <RunningJob job={job} next={next} onChange={() => setChoosing(true)} />;
}

function RunningJob({ job, next, onChange }: { job: Job; next: Job | null; onChange: () => void }) {
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
    <section aria-label="Job on the machine" className="big-from-afar sheet flex flex-col p-4 max-sm:p-3">
      <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 max-sm:-order-2">
        <div className="flex min-w-0 items-start gap-3">
          <JobPicture job={job} className="h-16 w-20 max-sm:hidden" />
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
      <div className="mt-4 flex flex-wrap items-stretch gap-2 max-sm:-order-1 max-sm:mt-2">
        <PieceButton
          says={
            left < wholePiece
              ? `Rest finished, ${whole(left)} st`
              : data.machine.heads > 1
                ? `Pieces finished (${sewing.length})`
                : 'Piece finished'
          }
          isLast={done < job.pieces && done + sewing.length >= job.pieces}
          isOver={done >= job.pieces}
          next={next}
        />
        <button
          type="button"
          className="btn h-20 max-sm:h-16 max-sm:grow"
          onClick={() => actions.stop('stopped, no break')}
        >
          Stopped for another reason
        </button>
        <button type="button" className="btn h-20 max-sm:h-16 max-sm:grow" onClick={actions.undo}>
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
