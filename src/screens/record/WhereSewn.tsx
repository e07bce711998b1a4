import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import { movedRuns, runsFinished, whereSewn } from '../../core/run/where-sewn.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted } from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { Job } from '../../schemas/workshop.ts';

/** On which positions each stop was sewn; and, where the machine had it elsewhere than the ledger says, the correction. */
export function WhereSewn({ job, events }: { job: Job; events: readonly Event[] }) {
  const places = [...whereSewn(events, job.id)];
  const runs = runsFinished(events, job.id);
  if (places.length === 0) return null;
  return (
    <section aria-label="Where it was sewn" className="sheet p-3">
      <h2>Where it was sewn</h2>
      <ul className="figures grid gap-x-6 sm:grid-cols-2">
        {places.map(([stop, there]) => (
          <li key={stop}>
            stop {stop}:{' '}
            {there
              .map(
                ({ position, from, to }) =>
                  `position ${position}${there.length > 1 ? ` (piece ${from}${to > from ? ` to ${to}` : ''})` : ''}`,
              )
              .join(', ')}
          </li>
        ))}
      </ul>
      {runs > 0 && (
        <SewedElsewhere job={job} events={events} runs={runs} stops={places.map(([stop]) => stop)} />
      )}
    </section>
  );
}

interface ElsewhereProps {
  job: Job;
  events: readonly Event[];
  runs: number;
  stops: readonly number[];
}

function SewedElsewhere({ job, events, runs, stops }: ElsewhereProps) {
  const { data, live, say } = useFrame();
  const outgoing = useStore(live.outgoing);
  const [stop, setStop] = useState(stops[0]!);
  const [from, setFrom] = useState('1');
  const [typedTo, setTo] = useState<string | null>(null);
  const to = typedTo ?? String(runs);
  const [position, setPosition] = useState('1');
  const [isSent, setIsSent] = useState(false);
  const found = movedRuns(events, {
    ...{ jobId: job.id, stop, position: Number(position) },
    ...{ from: Number(from), to: Number(to) },
  });
  const isInRange = Number(from) >= 1 && Number(from) <= Number(to) && Number(to) <= runs;
  // The record is the server's: read anew once all is stored.
  useEffect(() => {
    if (isSent && outgoing.every((other) => other.state === 'stored')) location.reload();
  }, [isSent, outgoing]);
  const range = (label: string, value: string, set: (text: string) => void) => (
    <label className="text-sm">
      {label}
      <input
        className="input figures block w-20 text-end"
        inputMode="numeric"
        value={value}
        onChange={(change) => set(change.target.value)}
      />
    </label>
  );
  return (
    <details className="no-print mt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        It sewed elsewhere than this says
      </summary>
      <form
        aria-label="It sewed elsewhere"
        className="flex flex-wrap items-end gap-3"
        onSubmit={(submit) => {
          submit.preventDefault();
          live.write(
            ...found.map(({ event, stops }) => ({
              kind: 'correction' as const,
              corrects: event.id,
              jobId: job.id,
              data: { data: { stops } },
            })),
          );
          setIsSent(true);
          say(`${counted(found.length, 'entry', 'entries')} corrected; needle ages and cones follow.`);
        }}
      >
        <label className="text-sm">
          Stop
          <select
            className="select block w-20"
            value={stop}
            onChange={(change) => setStop(Number(change.target.value))}
          >
            {stops.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        {range('from piece', from, setFrom)}
        {range('to piece', to, setTo)}
        <label className="text-sm">
          sewed at position
          <select
            className="select block w-24"
            value={position}
            onChange={(change) => setPosition(change.target.value)}
          >
            {Array.from({ length: data.machine.positions }, (_, index) => (
              <option key={index}>{index + 1}</option>
            ))}
          </select>
        </label>
        <button
          type="submit"
          className="btn btn-primary"
          disabled={!isInRange || found.length === 0 || isSent}
        >
          {found.length > 0 ? `Correct ${counted(found.length, 'entry', 'entries')}` : 'Nothing to correct'}
        </button>
        {!isInRange && <p className="w-full text-sm font-semibold">× Pieces are counted from 1 to {runs}.</p>}
        <p className="quiet w-full text-sm">
          {data.machine.heads > 1 && 'A piece is one run here, on all heads that sewed. '}The entries stay;
          what they say is corrected, and the ages of needles and cones are reckoned anew.
        </p>
      </form>
    </details>
  );
}
