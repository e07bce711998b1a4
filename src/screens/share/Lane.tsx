import type { Shared } from '../../engines/planner/index.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { counted, dueText, whole } from '../../parts/text.ts';
import type { Job, Machine, Thread } from '../../schemas/workshop.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface LaneProps {
  machine: Machine;
  shared: Shared;
  /** Minutes that the widest lane takes: all lanes have one scale. */
  scale: number;
  jobOf: (id: string) => Job | undefined;
  threads: ReadonlyMap<string, Thread>;
  machines: readonly Machine[];
  stays: Readonly<Record<string, string>>;
  /** The job on the machine now: it stays whatever is asked. */
  onNow: string | null;
  onStay: (job: string, machine: string | null) => void;
}

/** What one machine gets: its jobs along the time they take, then each by itself. */
export function Lane({ machine, shared, scale, jobOf, threads, machines, stays, onNow, onStay }: LaneProps) {
  const changing = shared.jobs.reduce((sum, one) => sum + one.changeMinutes, 0);
  return (
    <section aria-label={machine.name} className="sheet p-4">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>{machine.name}</h2>
        <p className="quiet figures text-sm">
          {counted(machine.heads, 'head')}, {machine.positions} positions, up to {whole(machine.topSpeed)}{' '}
          st/min
        </p>
        <p className="figures ms-auto">
          <b>{counted(shared.jobs.length, 'job')}</b>, <b>{minutesText(changing)}</b> of changing
          {shared.jobs.length > 0 && <>, done after {hoursText(shared.jobs.at(-1)!.ends)} of work</>}
        </p>
      </div>
      <TimeBar shared={shared} scale={scale} jobOf={jobOf} threads={threads} />
      {shared.jobs.length === 0 && <p className="quiet">No job: it waits for the next ones.</p>}
      <ol aria-label={`Jobs of ${machine.name}`}>
        {shared.jobs.map((one, at) => {
          const job = jobOf(one.job);
          return (
            <li
              key={one.job}
              className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t py-1 rule"
              aria-label={job?.name ?? 'a job'}
            >
              <b className="figures w-6 text-end">{at + 1}</b>
              <span className="min-w-40 flex-1">
                <a
                  className="font-semibold [overflow-wrap:anywhere] underline-offset-2 hover:underline"
                  href={`/${machine.slug}/jobs/${one.job}`}
                >
                  {job?.name}
                </a>
                <span className="figures quiet block text-sm">
                  {one.changeMinutes > 0
                    ? `${minutesText(one.changeMinutes)} of changing`
                    : 'nothing to change'}
                  , done after {hoursText(one.ends)}
                  {job?.due && `, due ${dueText(job.due)}`}
                  {one.late > 0 && <b> · {hoursText(one.late)} late</b>}
                </span>
              </span>
              <span className="flex gap-0.5">
                {colours(job, threads).map((thread) => (
                  <Swatch key={thread.id} thread={thread} className="size-6" />
                ))}
              </span>
              {onNow === one.job ? (
                <span className="quiet w-44 text-sm">on the machine now: stays</span>
              ) : (
                <select
                  className="select w-44"
                  aria-label={`Where ${job?.name ?? 'this job'} is sewn`}
                  value={stays[one.job] ?? ''}
                  onChange={(change) => onStay(one.job, change.target.value || null)}
                >
                  <option value="">wherever it is best</option>
                  {machines.map((choice) => (
                    <option key={choice.id} value={choice.id}>
                      {choice.name} only
                    </option>
                  ))}
                </select>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** Jobs as long as they take, one after the other; a gap of ink is changing. */
function TimeBar({
  shared,
  scale,
  jobOf,
  threads,
}: Pick<LaneProps, 'shared' | 'scale' | 'jobOf' | 'threads'>) {
  const part = (minutes: number) => `${(100 * minutes) / scale}%`;
  return (
    <div className="my-3 flex h-11 w-full overflow-hidden rounded-md border rule" aria-hidden="true">
      {shared.jobs.map((one, at) => (
        <div key={one.job} className="contents">
          <span
            className="h-full shrink-0 bg-base-content"
            style={{ width: part(one.changeMinutes) }}
            title={`${minutesText(one.changeMinutes)} of changing`}
          />
          <span
            className="flex h-full min-w-0 shrink-0 items-center gap-0.5 overflow-hidden border-e bg-base-300 px-1.5 [border-color:var(--color-base-content)]"
            style={{ width: part(one.ends - one.begins) }}
            title={jobOf(one.job)?.name}
          >
            <b className="figures me-1 text-sm">{at + 1}</b>
            {colours(jobOf(one.job), threads).map((thread) => (
              <span
                key={thread.id}
                className="h-7 w-[5px] shrink-0 rounded-[1px]"
                style={{ background: thread.colour, boxShadow: '0 0 0 0.6px var(--cone-edge)' }}
              />
            ))}
          </span>
        </div>
      ))}
    </div>
  );
}

function colours(job: Job | undefined, threads: ReadonlyMap<string, Thread>): Thread[] {
  const ids = new Set(job?.stops.map((stop) => stop.threadId));
  return [...ids].flatMap((id) => threads.get(id) ?? []);
}

export const hoursText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(minutes < 600 ? 1 : 0)} h`;
