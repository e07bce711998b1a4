import { useState } from 'react';
import { faultKeys, faults } from '../../core/fault/faults.ts';
import { entryNamed, entrySays, kindOf } from '../../core/ledger/about-kinds.ts';
import type { ShownEvent } from '../../parts/live/view.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { lostText, momentText } from '../../parts/text.ts';

const isBreak = (event: ShownEvent): event is ShownEvent & { kind: 'break' } =>
  event.kind === 'break' && !event.void;

/** The last things on record, newest first, so that a wrong touch is seen at once; a break’s kind is put right here. */
export function Recent() {
  const { data, view, live, actions, threadName, say } = useFrame();
  const [openId, setOpenId] = useState<string | null>(null);
  return (
    <section aria-label="Last entries" className="sheet p-3">
      <h2 className="px-1">Last on record</h2>
      <ol className="mt-1">
        {view.events.slice(0, 9).map((event) => (
          <li
            key={event.id}
            className={`border-t py-1.5 text-sm rule ${event.void ? 'quiet line-through' : ''}`}
          >
            <div className="flex items-start gap-2">
              <time className="figures quiet w-11 shrink-0 text-xs leading-5" dateTime={event.at}>
                {momentText(event.at, data.zone, data.now)}
              </time>
              <span className="figures min-w-6 shrink-0 text-end text-base leading-5 whitespace-nowrap font-bold">
                {data.machine.heads > 1 && event.head !== null && event.position !== null && (
                  <span className="quiet text-xs font-normal">
                    <span className="sr-only">head </span>
                    {event.head}·
                  </span>
                )}
                {event.position ?? ''}
              </span>
              <span className="min-w-0 grow leading-5">
                {isBreak(event) ? (
                  <button
                    type="button"
                    className="min-h-8 text-start underline decoration-dotted underline-offset-4"
                    aria-label={`Put the kind right: ${entrySays(event, threadName)}, position ${event.position}`}
                    aria-expanded={openId === event.id}
                    onClick={() => setOpenId(openId === event.id ? null : event.id)}
                  >
                    {entrySays(event, threadName)}
                  </button>
                ) : (
                  entrySays(event, threadName)
                )}
                {event.lostMs !== null && event.kind !== 'piece_held' && (
                  <span className="quiet"> · {lostText(event.lostMs)} lost</span>
                )}
                {event.pending === 'waiting' && <b> · not sent yet</b>}
                {event.pending === 'sending' && <span className="quiet"> · sending</span>}
              </span>
              {!event.void && (
                <button
                  type="button"
                  className="quiet -my-1 min-h-8 min-w-11 shrink-0 rounded text-xs underline"
                  aria-label={`Take back: ${kindOf(event.kind).name} ${event.position ?? ''}`}
                  onClick={() => {
                    live.write({ kind: 'correction', corrects: event.id, data: { void: true } });
                    say(`Undone: ${entryNamed(event)}.`);
                  }}
                >
                  undo
                </button>
              )}
            </div>
            {openId === event.id && isBreak(event) && (
              <div role="group" aria-label="What it was" className="mt-1 flex flex-wrap gap-1">
                {faultKeys
                  .filter((fault) => fault !== event.data.fault)
                  .map((fault) => (
                    <button
                      key={fault}
                      type="button"
                      className="btn btn-sm h-11"
                      onClick={() => {
                        actions.nameFault(event, fault);
                        say(`Put right: ${faults[fault].says}.`);
                        setOpenId(null);
                      }}
                    >
                      {faults[fault].name}
                    </button>
                  ))}
              </div>
            )}
          </li>
        ))}
      </ol>
      {view.events.length === 0 && (
        <p className="quiet px-1 py-2 text-sm">
          Nothing yet. Touch a position to log a break there; the space bar counts a piece.
        </p>
      )}
    </section>
  );
}
