import { movesText, type PlanProblem } from '../../engines/planner/index.ts';
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
  /** It is sewing now: moving it is done in the middle of its job, not wished for. */
  isRunning: boolean;
  onMove: (position: number | null) => void;
}

/** Why a thread sits where it sits, and what every other position would cost. */
export function SeatPanel(props: SeatPanelProps) {
  const { seat, thread, jobName, problem, prices, isWished, isRunning, onMove } = props;
  const request = problem.jobs
    .find((job) => job.id === seat.job)
    ?.requests.find((candidate) => candidate.stops[0] === seat.stops[0]);
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
          ? `, a second choice for it: counts as ${minutesText(seat.penalty)}.`
          : ', the best for it.'}
      </p>
      {request && request.needles.length > 1 && (
        <p className="quiet text-sm">
          Would do:{' '}
          {request.needles
            .map((needle) =>
              needle.penalty ? `${needle.needle} (+${minutesText(needle.penalty)})` : needle.needle,
            )
            .join(', ')}
          .
        </p>
      )}
      {isWished && (
        <button type="button" className="btn mt-2" onClick={() => onMove(null)}>
          Take the wish back
        </button>
      )}
      <h3 className="mt-3 text-sm font-semibold">
        {isRunning
          ? 'Move it in the middle of the job: what the whole plan would cost more, this change with it'
          : 'Sit it elsewhere: what the whole plan would cost more'}
      </h3>
      <ol className="figures mt-1 grid grid-cols-[repeat(auto-fill,minmax(5.5rem,1fr))] gap-1">
        {(prices ?? problem.positions.map(({ position }) => ({ position, minutes: undefined }))).map(
          (price) => (
            <li key={price.position}>
              <button
                type="button"
                className="btn w-full justify-between px-2"
                disabled={
                  price.minutes === null || price.minutes === undefined || price.position === seat.position
                }
                aria-label={`Position ${price.position}: ${priceWords(price.minutes)}`}
                onClick={() => onMove(price.position)}
              >
                <b>{price.position}</b>
                <span>
                  {price.position === seat.position
                    ? 'here'
                    : price.minutes === undefined
                      ? '…'
                      : priceText(price.minutes)}
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
