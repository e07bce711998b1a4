import { v7 as uuid7 } from 'uuid';
import { urgentActs, wantHands, type BoardMachine, type StateNow } from '../../core/board/machine.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import { clockNow } from '../../parts/live/clock.ts';
import type { Outgoing } from '../../parts/live/outbox/outbox.ts';
import { useMay } from '../../parts/people/rights.tsx';
import { counted, whole } from '../../parts/text.ts';
import { stateText } from './words.ts';

interface HandsProps {
  machines: readonly BoardMachine[];
  now: number;
  zone: string;
  /** Who is at this device; null: nobody said. */
  operatorId: string | null;
  /** So many cards have room. */
  room: number;
  write: (entry: Entry) => void;
  outgoing: readonly Outgoing[];
}

/** Machines that want a hand, the most urgent first. Its place is always there, so that nothing below it moves. */
export function Hands({ machines, room, ...rest }: HandsProps) {
  const { now } = rest;
  const wanting = wantHands(machines, now);
  const shown = wanting.slice(0, wanting.length > room ? Math.max(1, room - 1) : room);
  const more = wanting.slice(shown.length);
  return (
    <section aria-label="Wants a hand" className="board-hands">
      {wanting.length === 0 && (
        <p className="board-calm">
          {machines.some(({ acts }) => acts.length > 0) ? 'No machine stands.' : 'Nothing needs attention.'}
        </p>
      )}
      <ul className="board-cards">
        {shown.map((machine) => (
          <Card key={machine.id} machine={machine} {...rest} />
        ))}
        {more.length > 0 && (
          <li className="board-more">
            <b>+ {more.length}</b>
            <span>{more.map(({ name }) => name).join(', ')}</span>
          </li>
        )}
      </ul>
    </section>
  );
}

type CardProps = Omit<HandsProps, 'machines' | 'room'> & { machine: BoardMachine & StateNow };
function Card({ machine, now, zone, operatorId, write, outgoing }: CardProps) {
  const may = useMay('logUnnamed');
  const acts = urgentActs(machine);
  const since = machine.stop?.at ?? '';
  const said = outgoing
    .filter(({ entry }) => entry.kind === 'on_it' && entry.machineId === machine.id && entry.at >= since)
    .at(-1);
  const onIt = () =>
    write({
      ...{ id: uuid7(), machineId: machine.id, kind: 'on_it', at: new Date(clockNow()).toISOString() },
      ...{ head: null, position: null, operatorId, jobId: null, corrects: null, data: {} },
    });
  return (
    <li className="board-card" data-state={machine.state}>
      <a href={`/${machine.slug}/run`} className="board-cardname">
        {machine.name}
      </a>
      <b className="board-since">{stateText(machine, now, zone)}</b>
      <span className="board-why">
        {[machine.stop?.says, ...acts.map((act) => act.says)].filter(Boolean).join(' · ') ||
          machine.job?.name}
        {acts.length > 1 && <span className="sr-only">, {counted(acts.length, 'thing')} to act on</span>}
      </span>
      {machine.job && (
        <span className="board-what">
          {whole(machine.job.pieces)} of {whole(machine.job.of)}
          {machine.who && ` · last there: ${machine.who}`}
        </span>
      )}
      {machine.state === 'tended' && (
        <span className="board-who">{machine.tended?.by ?? 'Somebody'} is on it</span>
      )}
      {machine.state === 'stands' && said?.state === 'waiting' && (
        <span className="board-who">You are on it: kept here, sent when the server answers.</span>
      )}
      {machine.state === 'stands' && may && (!said || said.state === 'refused') && (
        <button type="button" className="btn board-button" onClick={onIt}>
          I am on it
        </button>
      )}
      {said?.state === 'refused' && (
        <span role="alert" className="board-alert">
          × {said.why}
        </span>
      )}
    </li>
  );
}
