import { entrySays } from '../../core/ledger/about-kinds.ts';
import type { ShownEvent } from '../live/view.ts';
import { momentText } from '../text.ts';
import { useFrame } from './context.tsx';
import { Notice } from './Notice.tsx';

/**
 * Two devices each logged a new needle (or cone) in the place of the same one: one of them had no network. Shown side by
 * side; a person says what was true. Nothing is dropped: what is not kept stays in the history.
 */
export default function Clash({ events }: { events: readonly ShownEvent[] }) {
  const { data, live, threadName, say } = useFrame();
  const [first] = events;
  const noun = first!.kind === 'needle_fitted' ? 'needle' : 'cone';
  const who = (event: ShownEvent) =>
    data.operators.find((operator) => operator.id === event.operatorId)?.name ?? 'nobody named';
  const only = (kept: ShownEvent) => {
    for (const event of events) {
      if (event.id === kept.id) continue;
      live.write({
        kind: 'correction',
        corrects: event.id,
        data: { void: true, why: `only one ${noun} was changed` },
      });
    }
    say('Settled: one change stands, the other is in the history.');
  };
  const all = () => {
    for (const [index, event] of events.entries()) {
      const before = events[index - 1];
      if (!before) continue;
      live.write({
        kind: 'correction',
        corrects: event.id,
        data: { data: { over: before.id }, why: `one after the other` },
      });
    }
    say('Settled: both stand, one after the other.');
  };
  return (
    <Notice mark="?">
      <p>
        <b>
          Two devices changed the {noun} at {data.machine.heads > 1 ? `head ${first!.head}, ` : ''}position{' '}
          {first!.position}. Which is true?
        </b>
      </p>
      <ul className="mt-1 grid gap-2 sm:grid-cols-2">
        {events.map((event) => (
          <li key={event.id} className="sheet flex flex-wrap items-center gap-2 p-2">
            <span className="min-w-0 grow leading-5">
              <b className="block">{entrySays(event, threadName)}</b>
              <span className="quiet text-sm">
                {who(event)}, {momentText(event.at, data.zone, data.now)}
              </span>
            </span>
            <button type="button" className="btn" onClick={() => only(event)}>
              Only this one
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-2">
        <button type="button" className="btn" onClick={all}>
          Both, one after the other
        </button>
      </p>
    </Notice>
  );
}
