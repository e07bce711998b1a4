import { useState } from 'react';
import { needleText, type NeedleSpec } from '../../core/needle/label.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Thread } from '../../schemas/workshop.ts';

/** Put needle and thread on a position: logged when it was done. `thread` null: none of the stores is chosen. */
export function PutOn({ needle, thread }: { needle: NeedleSpec; thread: Thread | null }) {
  const { data, view, headNo, actions } = useFrame();
  const [position, setPosition] = useState(1);
  const seat = view.seats.find((candidate) => candidate.head === headNo && candidate.position === position);
  const where = { head: headNo, position };
  const hasNeedle = seat?.needle && needleText(seat.needle.spec) === needleText(needle);
  const hasThread = thread !== null && seat?.cone?.threadId === thread.id;
  return (
    <section aria-label="Put on a position" className="sheet grid gap-2 p-4">
      <h2>Put on position</h2>
      <label className="text-sm">
        Position
        <select
          className="select w-full"
          value={position}
          onChange={(change) => setPosition(Number(change.target.value))}
        >
          {railOrder(data.machine.positions, data.machine.numberingSide).map((place) => {
            const there = view.seats.find((other) => other.head === headNo && other.position === place);
            return (
              <option key={place} value={place}>
                {place}: {there?.needle ? needleText(there.needle.spec) : 'no needle'}
              </option>
            );
          })}
        </select>
      </label>
      <button
        type="button"
        className="btn"
        disabled={Boolean(hasNeedle)}
        onClick={() => actions.fitNeedle(where, needle, 'job_needs')}
      >
        {hasNeedle ? 'The needle sits there already' : `Fitted ${needleText(needle)} at ${position}`}
      </button>
      <button
        type="button"
        className="btn"
        disabled={!thread || hasThread}
        onClick={() => thread && actions.mountCone(where, thread)}
      >
        {hasThread
          ? 'The thread sits there already'
          : thread
            ? `Mounted ${thread.name} on ${position}`
            : 'Choose a thread of the stores'}
      </button>
      <SafetyLine />
    </section>
  );
}
