import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { urgentActs, wantHands, type BoardMachine, type StateNow } from '../../core/board/machine.ts';
import { clockNow } from '../../parts/live/clock.ts';
import { useMay } from '../../parts/people/rights.tsx';
import { NotTaken, send } from '../../parts/live/send.ts';
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
}

/** Machines that want a hand, the most urgent first. Its place is always there, so that nothing below it moves. */
export function Hands({ machines, now, zone, operatorId, room }: HandsProps) {
  const wanting = wantHands(machines, now);
  const shown = wanting.slice(0, wanting.length > room ? Math.max(1, room - 1) : room);
  const more = wanting.slice(shown.length);
  return (
    <section aria-label="Wants a hand" className="board-hands">
      {wanting.length === 0 && <p className="board-calm">Nothing wants a hand.</p>}
      <ul className="board-cards">
        {shown.map((machine) => (
          <Card key={machine.id} machine={machine} now={now} zone={zone} operatorId={operatorId} />
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

interface CardProps {
  machine: BoardMachine & StateNow;
  now: number;
  zone: string;
  operatorId: string | null;
}
function Card({ machine, now, zone, operatorId }: CardProps) {
  const [says, setSays] = useState('');
  const may = useMay('logUnnamed');
  const acts = urgentActs(machine);
  const onIt = async () => {
    setSays('');
    const entry = {
      ...{ id: uuid7(), machineId: machine.id, kind: 'on_it', at: new Date(clockNow()).toISOString() },
      ...{ head: null, position: null, operatorId, jobId: null, data: {} },
    };
    try {
      await send('POST', '/api/ledger', { entries: [entry] });
    } catch (error) {
      setSays(error instanceof NotTaken ? error.message : String(error));
    }
  };
  return (
    <li className="board-card" data-state={machine.state}>
      <a href={`/${machine.slug}/run`} className="board-cardname">
        {machine.name}
      </a>
      <b className="board-since">{stateText(machine, now, zone)}</b>
      <span className="board-why">
        {[machine.stop?.says, ...acts].filter(Boolean).join(' · ') || machine.job?.name}
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
      {machine.state === 'stands' && may && (
        <button type="button" className="btn board-button" onClick={() => void onIt()}>
          I am on it
        </button>
      )}
      {says && (
        <span role="alert" className="board-alert">
          × {says}
        </span>
      )}
    </li>
  );
}
