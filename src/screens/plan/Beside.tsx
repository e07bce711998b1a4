import type { PlanProblem, PlanOutcome } from '../../engines/planner/index.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { counted } from '../../parts/text.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { outcomeOf, usePlanner } from './hooks/usePlanner.ts';
import { weaveRows, type SeatOf } from '../../parts/weave/weave-state.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface BesideProps {
  mine: { name: string; problem: PlanProblem; outcome: PlanOutcome };
  plan: SavedPlan;
  problem: PlanProblem;
  order: readonly number[];
  nameOf: (job: string) => string;
  threads: ReadonlyMap<string, Thread>;
  onClose: () => void;
}

/** The open plan and another kept one as two small weaves: where a job's thread sits elsewhere is framed in both. */
export function Beside({ mine, plan, problem, order, nameOf, threads, onClose }: BesideProps) {
  const planner = usePlanner(problem);
  const theirs = outcomeOf(planner);
  const drawn = { order, nameOf, threads };
  return (
    <section aria-label="Two plans side by side" className="border-b p-3 rule">
      <div className="flex flex-wrap items-center gap-3">
        <h2>Side by side</h2>
        <span className="quiet text-sm">Framed: sits on another position in the other plan.</span>
        <button type="button" className="btn ms-auto" onClick={onClose}>
          Close
        </button>
      </div>
      <div className="mt-2 grid gap-4 xl:grid-cols-2">
        <SmallWeave {...mine} other={theirs} {...drawn} />
        {planner.is === 'refused' && <p role="alert">× {planner.why}</p>}
        {planner.is === 'empty' && <p>None of the jobs of “{plan.name}” waits any more.</p>}
        {theirs && (
          <SmallWeave name={plan.name} problem={problem} outcome={theirs} other={mine.outcome} {...drawn} />
        )}
      </div>
    </section>
  );
}

interface SmallWeaveProps extends Pick<BesideProps, 'order' | 'nameOf' | 'threads'> {
  name: string;
  problem: PlanProblem;
  outcome: PlanOutcome;
  other: PlanOutcome | null;
}

function SmallWeave({ name, problem, outcome, other, order, nameOf, threads }: SmallWeaveProps) {
  const differs = (seat: SeatOf) =>
    other !== null &&
    !other.seats.some(
      (otherSeat) =>
        otherSeat.job === seat.job &&
        otherSeat.thread === seat.thread &&
        otherSeat.position === seat.position,
    );
  const columns = { gridTemplateColumns: `repeat(${order.length}, minmax(1.5rem, 1fr))` };
  return (
    <article aria-label={name} className="sheet min-w-0 overflow-x-auto p-3">
      <h3 className="[overflow-wrap:anywhere]">
        {name}: <span className="figures">{minutesText(outcome.changeMinutes)}</span>
        <span className="quiet figures font-normal">
          {' '}
          for {counted(outcome.jobs.length, 'job')}
          {outcome.penaltyMinutes > 0 && `, ${minutesText(outcome.penaltyMinutes)} for second-choice needles`}
        </span>
      </h3>
      <div className="figures quiet mt-1 grid text-center text-xs" style={columns} aria-hidden="true">
        {order.map((position) => (
          <span key={position}>{position}</span>
        ))}
      </div>
      <ol>
        {weaveRows(problem, outcome).map((row, at) => (
          <li key={row.job} className="border-t pt-1 rule">
            <p className="flex gap-2 text-sm leading-5">
              <b className="figures">{at + 1}</b>
              <span className="min-w-0 flex-1 truncate">{nameOf(row.job)}</span>
              <span className="figures quiet">{minutesText(outcome.jobs[at]!.changeMinutes)}</span>
            </p>
            <div className="grid" style={columns}>
              {order.map((position) => {
                const seat = row.cells.find((cell) => cell.position === position)?.seat ?? null;
                const thread = seat && threads.get(seat.thread);
                return (
                  <span key={position} className="grid h-9 place-items-center">
                    {seat && (
                      <span
                        className={`grid place-items-center rounded p-0.5 ${differs(seat) ? 'shadow-[inset_0_0_0_2px_var(--color-base-content)]' : ''}`}
                        role="img"
                        aria-label={`${thread?.name ?? 'unknown thread'} on ${position}${seat.change ? `, ${minutesText(seat.change.minutes)}` : ''}${differs(seat) ? ', elsewhere in the other plan' : ''}`}
                      >
                        {thread && <Swatch thread={thread} className="size-5" />}
                      </span>
                    )}
                  </span>
                );
              })}
            </div>
          </li>
        ))}
      </ol>
    </article>
  );
}
