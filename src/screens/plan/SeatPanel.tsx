import { movesText } from '../../core/plan/answer.ts';
import type { PlanProblem } from '../../core/plan/asked/problem.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import type { Thread } from '../../schemas/workshop.ts';
import type { SeatOf } from '../../parts/weave/weave-state.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface SeatPanelProps {
  seat: SeatOf;
  thread: Thread | undefined;
  jobName: string;
  problem: PlanProblem;
  prices: { position: number; minutes: number | null }[] | null;
  isWished: boolean;
  onMove: (position: number | null) => void;
}

/** Why a thread sits where it sits, and what every other position would cost. */
export function SeatPanel({ seat, thread, jobName, problem, prices, isWished, onMove }: SeatPanelProps) {
  const request = problem.jobs
    .find((job) => job.id === seat.job)
    ?.requests.find((one) => one.stops[0] === seat.stops[0]);
  return (
    <section aria-label="This seat" className="sheet p-4">
      <h2 className="flex items-center gap-2">
        {thread && <Swatch thread={thread} className="size-8" />}
        {thread ? `${thread.name} ${thread.weightNo} wt` : 'Unknown thread'} on {seat.position}
      </h2>
      <p className="quiet text-sm">
        {jobName}, {seat.stops.length > 1 ? 'stops' : 'stop'} {seat.stops.join(', ')}
      </p>
      <p className="mt-2">
        {seat.change ? (
          <>
            Before it: <b>{movesText(seat.change.moves)}</b>, {minutesText(seat.change.minutes)}.
          </>
        ) : (
          <b>It sits there already, or stays from an earlier job.</b>
        )}{' '}
        Needle {seat.needle}
        {seat.penalty > 0
          ? `, not the best one for it: counted as ${minutesText(seat.penalty)} of care.`
          : ', the best for it.'}
      </p>
      {request && request.needles.length > 1 && (
        <p className="quiet text-sm">
          Would do:{' '}
          {request.needles
            .map((one) => (one.penalty ? `${one.needle} (+${minutesText(one.penalty)})` : one.needle))
            .join(', ')}
          .
        </p>
      )}
      {isWished && (
        <button type="button" className="btn mt-2" onClick={() => onMove(null)}>
          Take the wish back
        </button>
      )}
      <h3 className="mt-3 text-sm font-semibold">Sit it elsewhere: what the whole plan would cost more</h3>
      <ol className="figures mt-1 grid grid-cols-[repeat(auto-fill,minmax(5.5rem,1fr))] gap-1">
        {(prices ?? problem.positions.map(({ position }) => ({ position, minutes: undefined }))).map(
          (one) => (
            <li key={one.position}>
              <button
                type="button"
                className="btn w-full justify-between px-2"
                disabled={one.minutes === null || one.minutes === undefined || one.position === seat.position}
                aria-label={`Position ${one.position}: ${priceWords(one.minutes)}`}
                onClick={() => onMove(one.position)}
              >
                <b>{one.position}</b>
                <span>
                  {one.position === seat.position
                    ? 'here'
                    : one.minutes === undefined
                      ? '…'
                      : priceText(one.minutes)}
                </span>
              </button>
            </li>
          ),
        )}
      </ol>
    </section>
  );
}

const priceText = (minutes: number | null) =>
  minutes === null ? 'no' : minutes < 0.05 ? '0' : `+${Number(minutes.toFixed(1))}`;
const priceWords = (minutes: number | null | undefined) =>
  minutes === undefined ? 'being reckoned' : minutes === null ? 'cannot be' : `${minutesText(minutes)} more`;
