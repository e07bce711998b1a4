import { useState } from 'react';
import { daysToTrade } from '../../core/plan/scheme/trade.ts';
import { counted } from '../../parts/text.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { isSaidAgain } from '../../parts/live/second-press.ts';
import type { OpenScheme } from './useScheme.ts';
import type { StandingHead } from './useStandingHead.ts';
import { sewnWeeks } from './useSewn.ts';

/** Which scheme is open, whether the head is kept to it, and what can be done with the whole of it. `ahead`: waiting jobs. */
export function SchemeBar({ head, ahead }: { head: StandingHead; ahead: number }) {
  const { scheme, today } = head;
  const { open, shown } = scheme;
  return (
    <header className="grid gap-2 border-b p-3 rule">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        {shown && <h1 className="sr-only">Who lives where: {shown.name}</h1>}
        {shown ? (
          <label className="min-w-56 grow">
            <span className="sr-only">Name of the scheme</span>
            <input
              className="input w-full max-w-xl text-xl font-bold"
              value={shown.name}
              maxLength={80}
              onChange={(change) => scheme.change({ name: change.target.value })}
            />
          </label>
        ) : (
          <h1 className="grow">Who lives where</h1>
        )}
        {open && shown && (
          <button
            type="button"
            className="btn"
            aria-pressed={shown.since !== null}
            onClick={() => scheme.change({ since: shown.since === null ? today : null })}
          >
            {shown.since === null ? 'Keep the head to it' : `The head is kept to it since ${shown.since}`}
          </button>
        )}
        {open && shown && (
          <>
            <label className="flex items-center gap-1 text-sm font-semibold">
              breaking a block costs
              <input
                className="input figures w-20 text-end"
                type="number"
                min={0}
                max={240}
                step={0.5}
                value={shown.price}
                onChange={(change) => {
                  const price = Number(change.target.value);
                  if (price >= 0 && price <= 240) scheme.change({ price });
                }}
              />
              min
            </label>
            <button type="button" className="btn" disabled={!scheme.canUndo} onClick={scheme.undo}>
              Undo
            </button>
            <button type="button" className="btn" onClick={() => window.print()}>
              Print the chart
            </button>
          </>
        )}
      </div>
      <Propose head={head} ahead={ahead} />
      <State scheme={scheme} today={today} />
    </header>
  );
}

/** What a scheme may be proposed from. */
function Propose({ head, ahead }: { head: StandingHead; ahead: number }) {
  const { scheme, proposal, isAsking, setAsking } = head;
  const { shown } = scheme;
  const sewn = head.sewn.is === 'here' ? head.sewn.sewn : null;
  const [odd, setOdd] = useState(1);
  const isWorking = proposal.state.is === 'working';
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <span className="text-sm font-semibold">Propose one from</span>
      <button
        type="button"
        className={shown || !sewn || sewn.runs.length === 0 ? 'btn' : 'btn btn-primary'}
        disabled={isWorking || !sewn || sewn.runs.length === 0}
        onClick={() => sewn && proposal.fromSewn(sewn, odd)}
      >
        the last {sewnWeeks} weeks{sewn ? ` (${counted(sewn.runs.length, 'job')})` : ''}
      </button>
      <button
        type="button"
        className="btn"
        disabled={isWorking || ahead === 0}
        onClick={() => proposal.fromAhead(odd)}
      >
        the jobs ahead ({ahead})
      </button>
      <button type="button" className="btn" aria-pressed={isAsking} onClick={() => setAsking(!isAsking)}>
        three questions
      </button>
      <label className="flex items-center gap-1 text-sm font-semibold">
        odd colours
        <select
          className="select w-16"
          value={odd}
          onChange={(change) => setOdd(Number(change.target.value))}
        >
          {[0, 1, 2, 3].map((count) => (
            <option key={count}>{count}</option>
          ))}
        </select>
      </label>
      {isWorking && (
        <span className="flex items-center gap-2" role="status">
          <progress
            className="h-3 w-32"
            max={1}
            value={proposal.state.is === 'working' ? proposal.state.share : 0}
            aria-label="How far the proposal is"
          />
          <button type="button" className="btn" onClick={proposal.forget}>
            Cancel
          </button>
        </span>
      )}
      <Others scheme={scheme} />
    </div>
  );
}

/** The other schemes that are kept; a copy of the open one; taking it away. */
function Others({ scheme }: { scheme: OpenScheme }) {
  const { open, shown, schemes } = scheme;
  const { say } = useFrame();
  if (!open || !shown) return null;
  return (
    <span className="ms-auto flex flex-wrap items-center gap-2">
      {schemes.length > 1 && (
        <select
          className="select w-56"
          aria-label="Scheme"
          value={open.id}
          onChange={(change) => scheme.show(change.target.value)}
        >
          {schemes.map(({ id, name, since }) => (
            <option key={id} value={id}>
              {name}
              {since === null ? '' : ' (kept to)'}
            </option>
          ))}
        </select>
      )}
      <button type="button" className="btn" onClick={() => void scheme.add({ ...shown, since: null })}>
        Copy
      </button>
      <button
        type="button"
        className="btn"
        onClick={() => {
          if (isSaidAgain(`take away ${open.id}`)) void scheme.remove();
          else say(`Press once more to take “${open.name}” away. The head stays as it is.`);
        }}
      >
        Take away
      </button>
    </span>
  );
}

function State({ scheme, today }: { scheme: OpenScheme; today: string }) {
  const { shown, fault, isSaving } = scheme;
  const count = scheme.schemes.length;
  if (fault)
    return (
      <p role="alert" className="border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]">
        × {fault}{' '}
        {scheme.isClash && (
          <button type="button" className="btn btn-sm min-h-11" onClick={scheme.takeTheirs}>
            Look at theirs
          </button>
        )}{' '}
        {scheme.isClash && shown && (
          <button
            type="button"
            className="btn btn-sm min-h-11"
            onClick={() => void scheme.add({ ...shown, since: null })}
          >
            Keep mine as another
          </button>
        )}
      </p>
    );
  if (!shown) return null;
  const days = shown.since === null ? null : daysToTrade(shown.since, shown.tradeWeeks, today);
  return (
    <p className="quiet text-sm" role="status">
      {isSaving ? 'Keeping …' : 'Kept.'}{' '}
      {days === null
        ? 'The plan does not look at this scheme: the head is not kept to it.'
        : days > 0
          ? `The plan keeps to it. Blocks trade ends in ${counted(days, 'day')}.`
          : `The plan keeps to it. Blocks are to trade ends${days < 0 ? ` since ${counted(-days, 'day')}` : ' today'}: see below.`}{' '}
      {count > 1 && `${count} schemes are kept.`}
    </p>
  );
}
