import { stateOf, urgentActs, type BoardMachine } from '../../core/board/machine.ts';
import { doneText } from '../../parts/done-text.ts';
import { whole } from '../../parts/text.ts';
import { stateText } from './words.ts';

interface TileProps {
  machine: BoardMachine;
  now: number;
  zone: string;
}

/** One machine in its own place, as large as its field allows; what does not fit into a small one is left out from below. */
export function Tile({ machine, now, zone }: TileProps) {
  const { state } = stateOf(machine, now);
  const { job } = machine;
  const done = doneText(machine, now, zone);
  const acts = urgentActs(machine);
  return (
    <li className="board-tile" data-state={state}>
      <a href={`/${machine.slug}/run`} className="board-face">
        <b className="board-name">{machine.name}</b>
        <span className="board-state">
          {stateText(machine, now, zone)}
          {acts.length > 0 && (
            <span className="board-act">
              {' '}
              <span aria-hidden="true">!</span>
              <span className="sr-only">something to act on</span>
            </span>
          )}
        </span>
        {machine.acts.length > 0 && (
          <ul className="board-acts">
            {machine.acts.map(({ key, says }) => (
              <li key={key}>{says}</li>
            ))}
          </ul>
        )}
        {job && (
          <span className="board-job">
            <span>
              <b>{whole(job.pieces)}</b> of {whole(job.of)}
            </span>
            <span>{done}</span>
          </span>
        )}
        {job && (
          <span
            className="board-bar"
            role="img"
            aria-label={`${whole(job.pieces)} of ${whole(job.of)} pieces`}
          >
            <span style={{ width: `${Math.min(100, (100 * job.pieces) / Math.max(1, job.of))}%` }} />
          </span>
        )}
        <span className="board-foot">{[job?.name, machine.who].filter(Boolean).join(' · ')}</span>
      </a>
    </li>
  );
}
