import { Popover } from '../../parts/frame/top/Popover.tsx';
import { useState } from 'react';
import type { ChangeMinutes, PlanProblem, PlanOutcome } from '../../engines/planner/index.ts';
import type { SavedPlan } from '../../schemas/plan/plan.ts';
import { MinutesForm } from './MinutesForm.tsx';
import { outcomeOf, usePlanner, type SearchState } from './hooks/usePlanner.ts';
import type { SaveState } from './hooks/useSavedPlan.ts';
import { counted } from '../../parts/text.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface PlanBarProps {
  outcome: PlanOutcome | null;
  /** The same jobs in the order they came; null when they stand so, or while it is worked out. */
  came: PlanOutcome | null;
  search: SearchState;
  saved: SaveState;
  plan: SavedPlan | null;
  others: readonly SavedPlan[];
  /** Another plan’s problem, with the head and the jobs as they are. */
  problemFor: (plan: SavedPlan) => PlanProblem;
  canUndo: boolean;
  frozen: number;
  price: string;
  minutes: ChangeMinutes;
  onMinutes: (minutes: ChangeMinutes) => void;
  onBest: () => void;
  onCancel: () => void;
  onUndo: () => void;
  onFreeze: (count: number) => void;
  onTakeTheirs: () => void;
  onKeepAs: (name: string) => Promise<void>;
  onOpen: (plan: SavedPlan) => void;
  beside: SavedPlan | null;
  onBeside: (plan: SavedPlan | null) => void;
}

/** The plan's figures, and what can be done with the whole of it. */
export function PlanBar(props: PlanBarProps) {
  const { outcome, search, saved, plan, others } = props;
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b p-3 rule">
      {/* A line of its own from the beginning: nothing below moves when the figures come. */}
      <div className="flex min-h-11 w-full flex-wrap items-center gap-x-4">
        <h1 className="me-2">
          {outcome ? `${minutesText(outcome.changeMinutes)} of changing` : 'Head plan'}
        </h1>
        {outcome && <Figures outcome={outcome} came={props.came} search={search} />}
        <a className="flex min-h-11 items-center text-sm underline" href="#changes">
          Change list
        </a>
      </div>
      <div className="ms-auto flex flex-wrap items-center gap-2">
        {search.is === 'searching' ? (
          <span className="flex items-center gap-2" role="status">
            <progress className="h-3 w-32" max={1} value={search.share} aria-label="How far the search is" />
            <span className="figures text-sm">
              {Number.isFinite(search.best) ? `best so far ${minutesText(search.best)}` : 'searching'}
            </span>
            <button type="button" className="btn" onClick={props.onCancel}>
              Cancel
            </button>
          </span>
        ) : (
          <button type="button" className="btn btn-primary" disabled={!outcome} onClick={props.onBest}>
            Best order
          </button>
        )}
        <label className="flex items-center gap-1 text-sm font-semibold">
          first jobs kept in place
          <select
            className="select w-16"
            value={props.frozen}
            onChange={(change) => props.onFreeze(Number(change.target.value))}
          >
            {[0, 1, 2, 3, 4, 5].map((count) => (
              <option key={count}>{count}</option>
            ))}
          </select>
        </label>
        <button type="button" className="btn" disabled={!props.canUndo} onClick={props.onUndo}>
          Undo
        </button>
        <button type="button" className="btn" disabled={!outcome} onClick={() => window.print()}>
          Print the head card
        </button>
        <MinutesForm key={JSON.stringify(props.minutes)} minutes={props.minutes} onChange={props.onMinutes} />
        <Plans
          saved={saved}
          plan={plan}
          others={others}
          outcome={outcome}
          problemFor={props.problemFor}
          onKeepAs={props.onKeepAs}
          onOpen={props.onOpen}
          beside={props.beside}
          onBeside={props.onBeside}
        />
      </div>
      <p role="status" className="w-full text-sm empty:hidden">
        {props.price}
        {search.is === 'refused' && `× ${search.why}`}
        {typeof saved === 'object' && 'failed' in saved && `Not saved yet: ${saved.failed}`}
      </p>
      {typeof saved === 'object' && 'clash' in saved && (
        <p
          role="alert"
          className="w-full border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
        >
          {saved.clash}{' '}
          <button type="button" className="btn" onClick={props.onTakeTheirs}>
            Show theirs
          </button>
        </p>
      )}
    </header>
  );
}

/** Changing, and what second-choice needles count as. */
const withNeedles = ({ changeMinutes, penaltyMinutes }: PlanOutcome) => changeMinutes + penaltyMinutes;
/** Minutes late, all jobs together. */
const lateOf = ({ jobs }: PlanOutcome) => jobs.reduce((sum, job) => sum + job.late, 0);
const hoursText = (minutes: number) => `${Math.ceil(minutes / 60)} h`;

/** How good the plan is known to be, and what other ways would have cost. */
function Figures({
  outcome,
  came,
  search,
}: Pick<PlanBarProps, 'came' | 'search'> & { outcome: PlanOutcome }) {
  const saved = came ? came.changeMinutes - outcome.changeMinutes : 0;
  const late = lateOf(outcome);
  const gap = outcome.cost - outcome.bound;
  const order = search.is === 'found' ? search.outcome : null;
  return (
    <p className="figures text-sm leading-5">
      {outcome.penaltyMinutes > 0 && (
        <>plus {minutesText(outcome.penaltyMinutes)} for second-choice needles. </>
      )}
      {came && saved > 0.05 && (
        <b>
          {minutesText(saved)} less than as the jobs came ({Math.round((100 * saved) / came.changeMinutes)} %
          of {minutesText(came.changeMinutes)}
          {Math.max(outcome.penaltyMinutes, came.penaltyMinutes) > 0.05 &&
            `; second-choice needles counted, ${minutesText(withNeedles(outcome))} instead of ${minutesText(withNeedles(came))}`}
          ).{' '}
        </b>
      )}
      {late > 0 && (
        <b>
          {hoursText(late)} late in all
          {came &&
            Math.ceil(lateOf(came) / 60) !== Math.ceil(late / 60) &&
            `, ${hoursText(lateOf(came))} as the jobs came`}
          .{' '}
        </b>
      )}
      {outcome.proven
        ? 'Best possible for this order. '
        : `Not proven for this order, within ${minutesText(gap)} of the best. `}
      {order &&
        (order.proven
          ? 'Proven: no other order is better, second-choice needles and lateness counted. '
          : `Order not proven: second-choice needles and lateness counted it costs ${minutesText(order.cost)}, the best one ${minutesText(Math.max(0, order.bound))} at least. `)}
      {outcome.greedy && outcome.greedy.changeMinutes > outcome.changeMinutes + 0.05 && (
        <span className="quiet">
          Laid out job by job it would be {minutesText(outcome.greedy.changeMinutes)} of changing.
        </span>
      )}
    </p>
  );
}

function Plans({
  saved,
  plan,
  others,
  outcome,
  problemFor,
  onKeepAs,
  onOpen,
  beside,
  onBeside,
}: Pick<
  PlanBarProps,
  'saved' | 'plan' | 'others' | 'outcome' | 'problemFor' | 'onKeepAs' | 'onOpen' | 'beside' | 'onBeside'
>) {
  const [isOpen, setIsOpen] = useState(false);
  const [name, setName] = useState('');
  const [why, setWhy] = useState('');
  return (
    <Popover
      onToggle={setIsOpen}
      label={
        <>
          {plan?.name ?? 'Plan'} · {saved === 'saved' ? 'saved' : saved === 'saving' ? 'saving' : 'not saved'}
        </>
      }
    >
      <div className="sheet absolute end-0 z-30 mt-1 grid w-72 gap-2 p-3 shadow-md">
        {isOpen && outcome && (
          <p className="figures">
            This plan: <b>{minutesText(outcome.changeMinutes)}</b>, {counted(outcome.jobs.length, 'job')}
          </p>
        )}
        {isOpen &&
          others.map((one) => (
            <div key={one.id} className="grid gap-1 border-t pt-2 rule">
              <OtherPlan plan={one} problem={problemFor(one)} onOpen={() => onOpen(one)} />
              <button
                type="button"
                className="btn btn-ghost"
                aria-pressed={beside?.id === one.id}
                aria-label={`“${one.name}” beside this plan`}
                onClick={() => onBeside(beside?.id === one.id ? null : one)}
              >
                {beside?.id === one.id ? 'No longer beside this' : 'Show beside this'}
              </button>
            </div>
          ))}
        <form
          aria-label="Keep the plan under a name"
          className="grid gap-2"
          onSubmit={(submit) => {
            submit.preventDefault();
            onKeepAs(name.trim()).then(
              () => setName(''),
              (error: Error) => setWhy(error.message),
            );
          }}
        >
          <label className="text-sm">
            Keep it under another name
            <input
              className="input w-full"
              maxLength={80}
              required
              value={name}
              onChange={(change) => setName(change.target.value)}
            />
          </label>
          <button type="submit" className="btn">
            Keep
          </button>
          {why && (
            <p role="alert" className="font-semibold">
              × {why}
            </p>
          )}
        </form>
      </div>
    </Popover>
  );
}

/** Another kept plan, worked out for the head as it is, so that the two can be compared before it is opened. */
function OtherPlan({ plan, problem, onOpen }: { plan: SavedPlan; problem: PlanProblem; onOpen: () => void }) {
  const planner = usePlanner(problem);
  const outcome = outcomeOf(planner);
  return (
    <button type="button" className="btn h-auto justify-between py-2" onClick={onOpen}>
      <span>Open “{plan.name}”</span>
      <span className="figures font-normal">
        {planner.is === 'refused'
          ? 'does not fit now'
          : outcome
            ? `${minutesText(outcome.changeMinutes)}, ${counted(outcome.jobs.length, 'job')}`
            : planner.is === 'empty'
              ? 'no job waits'
              : '…'}
      </span>
    </button>
  );
}
