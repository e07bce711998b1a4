import { useFrame } from '../../parts/frame/context.tsx';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';
import { counted } from '../../parts/text.ts';
import { proposedFrom, type ProposalState } from './useProposal.ts';

interface ProposalProps {
  state: Extract<ProposalState, { is: 'done' }>;
  onKeep: () => void;
  onDrop: () => void;
}

/** What a proposal saves, and whether to keep it. */
export function Proposal({ state: { from, jobs, proposed }, onKeep, onDrop }: ProposalProps) {
  const { threadName } = useFrame();
  const { minutesNow, minutesThen, setUpMinutes, unserved } = proposed;
  return (
    <section
      aria-label="Proposed scheme"
      className="m-3 flex flex-wrap items-center gap-x-4 gap-y-2 border-s-4 ps-3 [border-color:var(--color-base-content)]"
    >
      <div className="grow">
        <h2>Proposed for {proposedFrom[from]}</h2>
        <p className="figures leading-5">
          {from === 'answers' ? (
            <>
              Until there is a record of your work. Setting the head up so takes {minutesText(setUpMinutes)}.
            </>
          ) : (
            <>
              Sewn one after the other, {counted(jobs, 'job')} would cost <b>{minutesText(minutesThen)}</b> of
              changing from it, against {minutesText(minutesNow)} from the head as it is. Setting it up once
              takes {minutesText(setUpMinutes)}.
            </>
          )}
        </p>
        {unserved.length > 0 && (
          <ul className="mt-1">
            {unserved.map(({ thread, jobs: asked, needles }) => (
              <li key={thread}>
                ! {threadName(thread)} of{' '}
                {asked.length === 1 ? asked[0] : `${asked[0]} and ${asked.length - 1} more`} finds no needle
                here: it wants {needles.slice(0, 2).join(' or ')}.
              </li>
            ))}
          </ul>
        )}
      </div>
      <button type="button" className="btn btn-primary" onClick={onKeep}>
        Keep this scheme
      </button>
      <button type="button" className="btn" onClick={onDrop}>
        Drop it
      </button>
    </section>
  );
}
