import { measuredLeft, type MachineToTime } from '../../core/board/machine.ts';
import { isSewn } from '../../core/jobs/is-sewn.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useMay } from '../../parts/people/rights.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { doneText } from '../../parts/done-text.ts';
import { JobPicture } from '../../parts/job/JobPicture.tsx';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { dayKey, dueText, durationText, whole } from '../../parts/text.ts';
import type { WorkLeft } from '../../core/plan/asked/sew-minutes.ts';
import type { Job } from '../../schemas/workshop.ts';
import { Customers } from './Customers.tsx';
import { FindJobs, type JobFilter } from './FindJobs.tsx';
import { useNextJob, type NextJob } from './useNextJob.ts';
import { useWorkLeft } from './useWorkLeft.ts';

interface JobsScreenProps {
  data: FrameData;
  jobs: Job[];
  next: string | null;
  show: 'waiting' | 'done' | 'all';
  filter: JobFilter;
  customers: { name: string; jobs: number }[];
  machines: { id: string; name: string }[];
  /** The jobs of the machine's newest plan, in its order. */
  planned: string[];
  /** The machine as a board tells it: when its job is done. */
  onBoard: MachineToTime;
}

const minutesOf = ({ sewing, between }: WorkLeft) => sewing + between;

/** What is to be sewn, by due day: which colours, how far, how long it will still take. */
export default function JobsScreen({ data, ...rest }: JobsScreenProps) {
  return (
    <Frame data={data}>
      <Jobs {...rest} />
    </Frame>
  );
}

function Jobs({
  jobs,
  next,
  show,
  filter,
  customers,
  machines,
  planned,
  onBoard,
}: Omit<JobsScreenProps, 'data'>) {
  const { data } = useFrame();
  const order = useNextJob(jobs, planned);
  const { machine } = data;
  const mayPlan = useMay('plan');
  const now = Date.parse(data.now);
  const left = useWorkLeft(jobs, measuredLeft(onBoard, now));
  const done = doneText(onBoard, now, data.zone);
  const base = `/${machine.slug}/jobs`;
  const isNarrowed = Object.values(filter).some(Boolean);
  return (
    <div className="p-3 lg:p-5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1>
            {show === 'done'
              ? 'Jobs done'
              : `${whole(jobs.length)}${next ? '+' : ''} ${jobs.length === 1 ? 'job' : 'jobs'} ${isNarrowed ? 'found' : 'waiting'}`}
          </h1>
          {show !== 'done' && jobs.length > 0 && (
            <p className="quiet">
              About {durationText(minutesOf(left.all) * 60_000)} of work on {machine.name}:{' '}
              {durationText(left.all.sewing * 60_000)} at the needle, at 85 % of top speed or the job’s own
              limit, the rest hooping and colour changes. Changing the head comes on top:{' '}
              <a className="underline" href={`/${machine.slug}/head`}>
                Head
              </a>{' '}
              plans it.
            </p>
          )}
        </div>
        <div className="flex flex-wrap gap-2">
          <a className="btn" href={show === 'done' ? base : `${base}?show=done`}>
            {show === 'done' ? 'Waiting jobs' : 'Done jobs'}
          </a>
          {data.machines.length > 1 && show !== 'done' && (
            <a className="btn" href={`${base}/share`}>
              Share out
            </a>
          )}
          {mayPlan && (
            <>
              <a className="btn" href={`${base}/artwork`}>
                Read a logo
              </a>
              <a className="btn" href={`${base}/import`}>
                Import CSV
              </a>
            </>
          )}
          {jobs.length > 0 && (
            <a className="btn" href={`/api/jobs/csv?show=${show}`} download>
              Export CSV
            </a>
          )}
          {mayPlan && (
            <a className="btn btn-primary" href={`${base}/new`}>
              Add a job
            </a>
          )}
        </div>
      </div>
      <FindJobs filter={filter} show={show} base={base} customers={customers} machines={machines} />
      {jobs.length === 0 && isNarrowed ? (
        <p className="sheet mt-4 p-6">No job fits. Widen the choice above.</p>
      ) : jobs.length === 0 ? (
        <Empty show={show} base={base} />
      ) : (
        <div className="sheet mt-4 overflow-x-auto">
          <table className="table">
            <thead>
              <tr>
                <th>Job</th>
                <th className="hidden sm:table-cell">Colour stops</th>
                <th className="text-end">Pieces</th>
                <th className="hidden text-end md:table-cell">A piece</th>
                <th className="hidden text-end md:table-cell">Work left</th>
                <th className="text-end">Due</th>
                <th className="hidden sm:table-cell">
                  <span className="sr-only">What to do</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {jobs.map((job) => (
                <JobRow key={job.id} job={job} left={left.of.get(job.id)} done={done} order={order} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {next && (
        <p className="mt-3 text-center">
          <a
            className="btn"
            href={`${base}?${new URLSearchParams({ ...filter, show, after: next }).toString()}`}
          >
            Next jobs
          </a>
        </p>
      )}
      {mayPlan && <Customers customers={customers} />}
    </div>
  );
}

interface JobRowProps {
  job: Job;
  left: WorkLeft | undefined;
  /** When the job on the machine is done; null: that cannot be told. */
  done: string | null;
  order: NextJob;
}

function JobRow({ job, left, done, order }: JobRowProps) {
  const { data, threads, view } = useFrame();
  const perPiece = job.stops.reduce((sum, stop) => sum + stop.stitches, 0);
  const today = dayKey(data.now, data.zone);
  const isRunning = view.job?.id === job.id;
  const late = job.due !== null && !job.doneAt && job.due < today;
  return (
    <tr>
      <td className="min-w-44">
        <span className="flex items-center gap-3">
          <JobPicture job={job} />
          <span>
            <a
              className="font-bold underline-offset-2 hover:underline"
              href={`/${data.machine.slug}/jobs/${job.id}`}
            >
              {job.name}
            </a>
            <span className="quiet block text-sm">
              {[job.customer, job.cloth].filter(Boolean).join(' · ')}
            </span>
          </span>
        </span>
      </td>
      <td className="hidden sm:table-cell">
        <span className="flex flex-wrap gap-1">
          {job.stops.map((stop) => {
            const thread = threads.get(stop.threadId);
            return thread && <Swatch key={stop.stop} thread={thread} />;
          })}
        </span>
      </td>
      <td className="figures text-end whitespace-nowrap">
        <b className="text-base">{whole(job.tally.pieces)}</b> of {whole(job.pieces)}
        <progress
          className="mt-1 block h-1.5 w-full min-w-16"
          aria-label={`Pieces of ${job.name}`}
          max={job.pieces}
          value={Math.min(job.pieces, job.tally.pieces)}
        />
      </td>
      <td className="figures hidden text-end whitespace-nowrap md:table-cell">{whole(perPiece)} st</td>
      <td className="figures hidden text-end whitespace-nowrap md:table-cell">
        {job.doneAt || !left ? '–' : durationText(minutesOf(left) * 60_000)}
        {isRunning && done && <span className="block text-sm">{done}</span>}
      </td>
      <td className="figures text-end whitespace-nowrap">
        {job.due ? dueText(job.due, today) : '–'}
        {late && <b className="block text-sm">overdue</b>}
        <span className="mt-1 block sm:hidden">
          <PutOn job={job} order={order} />
        </span>
      </td>
      <td className="hidden text-end sm:table-cell">
        <PutOn job={job} order={order} />
      </td>
    </tr>
  );
}

/** Puts the job on this machine, or lays it down as the next one; where it is on it, leads to it. */
function PutOn({ job, order }: { job: Job; order: NextJob }) {
  const { data, view, actions } = useFrame();
  const mayPlan = useMay('plan');
  if (view.job?.id === job.id)
    return (
      <a className="btn btn-primary whitespace-nowrap" href={`/${data.machine.slug}/run`}>
        <span className="sm:hidden">Run</span>
        <span className="max-sm:hidden">On the machine</span>
      </a>
    );
  if (job.doneAt) return null;
  return (
    <span className="flex items-center justify-end gap-2 max-sm:flex-col max-sm:items-stretch">
      {order.id === job.id ? (
        <b className="px-3 text-center">Next</b>
      ) : (
        mayPlan &&
        !isSewn(job) && (
          <button
            type="button"
            className="btn whitespace-nowrap"
            onClick={() => void order.sewNext(job)}
            aria-label={`Sew ${job.name} next`}
          >
            Sew next
          </button>
        )
      )}
      <button type="button" className="btn whitespace-nowrap" onClick={() => actions.startJob(job)}>
        Put on
      </button>
    </span>
  );
}

function Empty({ show, base }: { show: string; base: string }) {
  return (
    <div className="sheet mt-4 p-6">
      {show === 'done' ? (
        <p>No job is finished yet. A job is marked done on its own page.</p>
      ) : (
        <>
          <p className="font-semibold">No job is waiting.</p>
          <p className="mt-2 max-w-prose">
            A job is a design with its colour stops in sewing order: which thread, how many stitches, and what
            is sewn (fill, satin, lettering, run, foam).{' '}
            <a className="underline" href={`${base}/new`}>
              Add one by hand
            </a>
            , or{' '}
            <a className="underline" href={`${base}/import`}>
              import a CSV file
            </a>
            .
          </p>
        </>
      )}
    </div>
  );
}
