import { faultKeys, faults } from '../../core/fault/faults.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { ShownEvent } from '../../parts/live/view.ts';
import { useNow } from '../../parts/live/useNow.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { clockText } from '../../parts/text.ts';

interface StopPanelProps {
  /** The newest stop or break: the one the touches are about. */
  stopped: ShownEvent;
  /** When the machine stopped: the first of several stops in a row. */
  since: string;
}

/** The machine stands: what was it, how long already, and the way back to sewing. */
export function StopPanel({ stopped, since }: StopPanelProps) {
  const { data, actions, say, threads, view } = useFrame();
  const now = useNow(data.now);
  const fault = stopped.kind === 'break' ? stopped.data.fault : null;
  const seat = view.seats.find(
    (candidate) => candidate.head === stopped.head && candidate.position === stopped.position,
  );
  const thread = seat?.cone ? threads.get(seat.cone.threadId) : undefined;
  const where = { head: stopped.head ?? 1, position: stopped.position ?? 1 };
  return (
    <section aria-label="The machine is stopped" className="big-from-afar sheet p-4">
      <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
        <div>
          <h2 className="text-2xl">
            {stopped.kind === 'stop'
              ? 'Stopped'
              : `Break at ${data.machine.heads > 1 ? `head ${where.head}, ` : ''}position ${where.position}`}
          </h2>
          <p className="quiet">
            {stopped.kind === 'stop'
              ? String(stopped.data['why'])
              : fault
                ? faults[fault].says
                : 'What was it? One touch says it.'}
          </p>
        </div>
        <p className="text-end">
          <span className="figures block text-4xl leading-9 font-bold" role="timer" aria-label="Time stopped">
            {clockText(Date.parse(now) - Date.parse(since))}
          </span>
          <span className="quiet text-sm">stopped, min:s</span>
        </p>
      </div>

      {stopped.kind === 'break' && (
        <div role="group" aria-label="Kind of break" className="mt-3 grid grid-cols-3 gap-2 sm:grid-cols-5">
          {faultKeys.map((key) => (
            <button
              key={key}
              type="button"
              aria-pressed={fault === key}
              className="btn h-16 text-base"
              onClick={() => {
                actions.nameFault(stopped, key);
                say(`${faults[key].name}, position ${where.position}.`);
              }}
            >
              {faults[key].name}
            </button>
          ))}
          <button type="button" className="btn btn-ghost h-16 text-base underline" onClick={actions.undo}>
            Undo
          </button>
        </div>
      )}

      <div className="mt-4 flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-primary h-16 grow px-8 text-lg"
          onClick={actions.sewingAgain}
        >
          Sewing again
        </button>
        {stopped.kind === 'break' && seat?.needle && (
          <button
            type="button"
            className="btn h-16"
            onClick={() =>
              actions.fitNeedle(where, seat.needle!.spec, fault === 'needle_broke' ? 'broke' : 'worn')
            }
          >
            New needle, same kind
          </button>
        )}
        {stopped.kind === 'break' && thread && (
          <button type="button" className="btn h-16" onClick={() => actions.mountCone(where, thread)}>
            New cone, same thread
          </button>
        )}
        {stopped.kind === 'break' && fault !== 'bobbin_out' && (
          <a
            className="btn h-16"
            href={`/${data.machine.slug}/trace?head=${where.head}&position=${where.position}`}
          >
            Why? Trace it
          </a>
        )}
        {stopped.kind === 'break' && (
          <a
            className="btn h-16"
            href={`/${data.machine.slug}/head?position=${where.position}&head=${where.head}`}
          >
            Other needle, cone …
          </a>
        )}
        {stopped.kind === 'stop' && (
          <button type="button" className="btn h-16" onClick={actions.undo}>
            Undo
          </button>
        )}
      </div>
      <SafetyLine className="mt-3" />
    </section>
  );
}
