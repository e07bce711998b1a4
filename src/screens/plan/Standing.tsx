import { useState } from 'react';
import type { PlanProblem } from '../../core/plan/asked/problem.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import type { Thread } from '../../schemas/workshop.ts';
import { useStanding } from './usePlanner.ts';
import { sewnWeeks } from './useSewn.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface StandingProps {
  problem: PlanProblem;
  /** The problem of what was sewn lately, come once more; null: nothing was, or it could not be asked for. */
  sewnProblem: () => Promise<PlanProblem | null>;
  order: readonly number[];
  threads: ReadonlyMap<string, Thread>;
}

/** What should live on the head if jobs like these come again: needle and thread by position, and what it saves. */
export function Standing({ problem, sewnProblem, order, threads }: StandingProps) {
  const { state, ask } = useStanding();
  const [jobs, setJobs] = useState<'planned' | 'sewn' | 'none sewn'>('planned');
  const askSewn = async () => {
    const sewn = await sewnProblem();
    setJobs(sewn ? 'sewn' : 'none sewn');
    if (sewn) ask(sewn);
  };
  return (
    <section aria-label="Standing layout" className="sheet p-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>Standing layout</h2>
        <span className="flex flex-wrap gap-2">
          <button
            type="button"
            className="btn"
            disabled={state.is === 'working' || problem.jobs.length === 0}
            onClick={() => {
              setJobs('planned');
              ask(problem);
            }}
          >
            For the planned jobs
          </button>
          <button
            type="button"
            className="btn"
            disabled={state.is === 'working'}
            onClick={() => void askSewn()}
          >
            For what was sewn lately
          </button>
        </span>
      </div>
      {state.is === 'idle' && (
        <p className="quiet text-sm">
          {jobs === 'none sewn'
            ? `No piece was finished in the last ${sewnWeeks} weeks.`
            : 'What should live on the head when such jobs come again and again.'}
        </p>
      )}
      {state.is === 'working' && <p role="status">Reckoning …</p>}
      {state.is === 'refused' && <p role="alert">× {state.why}</p>}
      {state.is === 'done' && (
        <>
          <p className="figures mt-1">
            {jobs === 'sewn' ? 'What was sewn lately would cost' : 'These jobs cost'}{' '}
            <b>{minutesText(state.layout.minutesThen)}</b> from it, against{' '}
            {minutesText(state.layout.minutesNow)} from the head as it is. Setting it up once takes{' '}
            {minutesText(state.layout.setUpMinutes)}.{!state.layout.proven && ' Not proven to be the best.'}
          </p>
          <ol className="mt-2 grid gap-x-4 sm:grid-cols-2">
            {[...state.layout.seats]
              .sort((a, b) => order.indexOf(a.position) - order.indexOf(b.position))
              .map((seat) => {
                const thread = threads.get(seat.thread);
                const same = seat.now.thread === seat.thread && seat.now.needle === seat.needle;
                return (
                  <li key={seat.position} className="flex items-center gap-2 border-t py-1 rule">
                    <b className="figures w-7 text-end">{seat.position}</b>
                    {thread && <Swatch thread={thread} className="size-6" />}
                    <span className="leading-5">
                      {thread ? `${thread.name} ${thread.weightNo} wt` : 'unknown thread'}, {seat.needle}
                      {same ? <span className="quiet"> (there now)</span> : null}
                    </span>
                  </li>
                );
              })}
          </ol>
        </>
      )}
    </section>
  );
}
