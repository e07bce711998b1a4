import { movesText, type PlanOutcome } from '../../engines/planner/index.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import type { Thread } from '../../schemas/workshop.ts';
import type { SeatOf } from '../../parts/weave/weave-state.ts';
import { DueNeedle } from './DueNeedle.tsx';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface ChangeListProps {
  outcome: PlanOutcome;
  /** Positions from left to right, as the operator walks along the head. */
  order: readonly number[];
  heads: number;
  nameOf: (job: string) => string;
  threads: ReadonlyMap<string, Thread>;
  /** `nameAt`: the position where a cone was mounted without a name; null: none was. */
  done: readonly { key: string; says: string; nameAt: number | null }[];
  headHref: string;
  onTick: (seat: SeatOf) => void;
}

/** What to do at the head before each job, in the order of walking along it. A tick writes it into the ledger. */
export function ChangeList({
  outcome,
  order,
  heads,
  nameOf,
  threads,
  done,
  headHref,
  onTick,
}: ChangeListProps) {
  const jobs = outcome.jobs
    .map(({ job, changeMinutes }) => ({
      job,
      changeMinutes,
      seats: outcome.seats
        .filter((seat) => seat.job === job && seat.change)
        .sort((a, b) => order.indexOf(a.position) - order.indexOf(b.position)),
    }))
    .filter((round) => round.seats.length > 0);
  /** A change may be ticked when no earlier job still sews on its position. */
  const isNext = (seat: SeatOf) =>
    outcome.seats.find((candidate) => candidate.position === seat.position)?.job === seat.job;
  return (
    <section aria-label="Change list" className="sheet p-4">
      <h2>Change list</h2>
      {done.length > 0 && (
        <ul className="quiet mt-1 text-sm">
          {done.map((round) => (
            <li key={round.key}>
              ✓ {round.says}
              {round.nameAt !== null && (
                <>
                  :{' '}
                  <a className="underline" href={`${headHref}?position=${round.nameAt}`}>
                    name it
                  </a>
                </>
              )}
            </li>
          ))}
        </ul>
      )}
      {jobs.length === 0 && <p className="quiet mt-1">Nothing to change: every thread sits where it sews.</p>}
      <ol className="gap-8 xl:columns-2">
        {jobs.map(({ job, changeMinutes, seats }) => (
          <li key={job} className="break-inside-avoid pt-3">
            <p className="font-semibold [overflow-wrap:anywhere]">
              Before {nameOf(job)} <span className="figures quiet">{minutesText(changeMinutes)}</span>
            </p>
            <ul>
              {seats.map((seat) => {
                const thread = threads.get(seat.thread);
                const open = isNext(seat);
                return (
                  <li key={seat.position} className="border-t rule">
                    <label className="flex min-h-12 items-center gap-3 py-1">
                      <input
                        type="checkbox"
                        className="checkbox"
                        checked={false}
                        disabled={!open}
                        onChange={() => onTick(seat)}
                        aria-label={`Done at position ${seat.position}: ${movesText(seat.change!.moves)}`}
                      />
                      <b className="figures w-7 text-end text-xl">{seat.position}</b>
                      {thread && <Swatch thread={thread} className="size-8" />}
                      <span className="grow leading-5">
                        <b>{thread ? `${thread.name} ${thread.weightNo} wt` : 'unknown thread'}</b>
                        {seat.change!.from.needle !== seat.needle && <b>, {seat.needle}</b>}
                        <span className="quiet block text-sm">
                          {movesText(seat.change!.moves)}
                          {heads > 1 && ` on all ${heads} heads`}
                          {!open && '; after the job that sews here before'}
                        </span>
                      </span>
                      <span className="figures whitespace-nowrap">{minutesText(seat.change!.minutes)}</span>
                    </label>
                    {open && seat.change!.from.needle === seat.needle && (
                      <DueNeedle position={seat.position} />
                    )}
                  </li>
                );
              })}
            </ul>
          </li>
        ))}
      </ol>
      <SafetyLine className="mt-3" />
    </section>
  );
}
