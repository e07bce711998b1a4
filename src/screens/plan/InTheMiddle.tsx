import { needleText } from '../../core/needle/label.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { SeatOf } from '../../parts/weave/weave-state.ts';

interface InTheMiddleProps {
  seat: SeatOf;
  to: number;
  onDone: () => void;
}

/** A thread of the running job is moved while it sews: what has to be done at the machine, and saying that it is done. Nothing moves before. */
export function InTheMiddle({ seat, to, onDone }: InTheMiddleProps) {
  const { data, view, threads, actions } = useFrame();
  const thread = threads.get(seat.thread);
  const there = view.seats.filter((candidate) => candidate.position === to);
  const isNeedleThere = there.every(({ needle }) => needle && needleText(needle.spec) === seat.needle);
  const isThreadThere = there.every(({ cone }) => cone?.threadId === seat.thread);
  const onAll = there.length > 1 ? ', on every head' : '';
  const name = thread?.name ?? 'the thread';
  const stops = `${seat.stops.length > 1 ? 'stops' : 'stop'} ${seat.stops.join(', ')}`;
  return (
    <section aria-label="In the middle of the job" className="sheet p-4">
      <h2>
        {name} to {to}, in the middle of the job
      </h2>
      <ol className="mt-1 list-decimal ps-6">
        <li>Stop the machine; power off or emergency stop, as its manual and your local rules say.</li>
        {!isNeedleThere && (
          <li>
            Fit <b>{seat.needle}</b> at {to}
            {onAll}.
          </li>
        )}
        {!isThreadThere && (
          <li>
            Mount <b>{name}</b> on {to}
            {onAll}.
          </li>
        )}
        <li>
          Key {to} into the machine for {stops}.
        </li>
      </ol>
      <p className="quiet text-sm">What was sewn stays booked where it was sewn.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-primary"
          onClick={() => {
            actions.changeSeat(to, seat.needle, thread, data.letters, seat.stops);
            onDone();
          }}
        >
          It is done: {stops} at {to}
        </button>
        <button type="button" className="btn" onClick={onDone}>
          Cancel
        </button>
      </div>
    </section>
  );
}
