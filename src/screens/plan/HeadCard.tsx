import { mustFind } from '../../core/base/must-find.ts';
import { positionUses, type PlanOutcome, type PlanProblem } from '../../engines/planner/index.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { JobPicture } from '../../parts/job/JobPicture.tsx';
import type { Job, Thread } from '../../schemas/workshop.ts';

interface HeadCardProps {
  machine: string;
  problem: PlanProblem;
  outcome: PlanOutcome;
  order: readonly number[];
  nameOf: (job: string) => string;
  jobs: readonly Job[];
  threads: ReadonlyMap<string, Thread>;
  day: string;
}

/** Printed and taped to the machine: what sits where at the beginning, and for each job the position of every stop. */
export function HeadCard({ machine, problem, outcome, order, nameOf, jobs, threads, day }: HeadCardProps) {
  const pictured = new Map(jobs.map((job) => [job.id, job]));
  const placeOf = (position: number) =>
    mustFind(problem.positions, (place) => place.position === position, `position ${position}`);
  const first = (position: number) => {
    const seat = outcome.seats.find((candidate) => candidate.position === position);
    const now = placeOf(position).now[0]!;
    return seat ? { thread: seat.thread, needle: seat.needle } : now;
  };
  return (
    <section aria-label="Head card" className="hidden print:block">
      <h1>
        {machine}, {day}
      </h1>
      <table className="mt-2 w-full border-collapse text-sm">
        <thead>
          <tr className="border-b-2 [border-color:#000]">
            <th className="text-start">position</th>
            <th className="text-start">needle</th>
            <th className="text-start" colSpan={2}>
              thread, when its first job begins
            </th>
            <th className="text-start">use</th>
          </tr>
        </thead>
        <tbody>
          {order.map((position) => {
            const { thread: id, needle } = first(position);
            const { use } = placeOf(position);
            const thread = id ? threads.get(id) : undefined;
            return (
              <tr key={position} className="border-b [border-color:#999]">
                <td className="figures py-0.5 text-lg font-bold">{position}</td>
                <td>{needle ?? 'none'}</td>
                <td>{thread && <Swatch thread={thread} className="size-5" />}</td>
                <td>{thread ? `${thread.code} ${thread.name} ${thread.weightNo} wt` : 'none'}</td>
                <td>{use === 'free' ? '' : positionUses[use].name}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {outcome.jobs.map(({ job }, at) => (
        <div key={job} className="mt-3 break-inside-avoid">
          <h2 className="flex items-center gap-2">
            {pictured.get(job) && <JobPicture job={pictured.get(job)!} className="h-10 w-14" />}
            {at + 1}. {nameOf(job)}
          </h2>
          <p className="figures flex flex-wrap gap-x-4 gap-y-1">
            {outcome.seats
              .filter((seat) => seat.job === job)
              .flatMap((seat) => seat.stops.map((stop) => ({ stop, seat })))
              .sort((a, b) => a.stop - b.stop)
              .map(({ stop, seat }) => (
                <span key={stop} className="whitespace-nowrap">
                  stop {stop} → <b className="text-lg">{seat.position}</b>{' '}
                  <span className="text-xs">
                    {threads.get(seat.thread)?.code}
                    {seat.change ? ' *' : ''}
                  </span>
                </span>
              ))}
          </p>
        </div>
      ))}
      <p className="mt-3 text-xs">
        * changed before this job. Machine stopped and power off before hands go to the needles, as the
        machine’s manual and local rules say.
      </p>
    </section>
  );
}
