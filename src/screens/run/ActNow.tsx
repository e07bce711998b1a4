import { useMemo, useState } from 'react';
import { stitchesPerBobbin } from '../../core/run/bobbin-lasts.ts';
import { actNow } from '../../core/run/hints.ts';
import type { Watch } from '../../core/learn/change/watch.ts';
import { tracesIn } from '../../core/trace/fold.ts';
import { waitingTraces } from '../../core/trace/stage.ts';
import { usualTopMm } from '../../core/stitches/usual.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { keptSpeed } from '../../parts/live/kept.ts';
import type { Job } from '../../schemas/workshop.ts';
import { usePieces, useRun } from './useRun.ts';

/** What the ledger says should be looked at now. Its place is always there, so that nothing moves under a finger. */
export function ActNow({ job, watches }: { job: Job; watches: readonly Watch[] }) {
  const { data, view } = useFrame();
  const { machine } = data;
  const { design, feed, sewn } = useRun();
  const done = usePieces(job);
  const [seen, setSeen] = useState<readonly string[]>([]);
  const hints = actNow({
    heads: machine.heads,
    events: view.events,
    seats: view.seats,
    watches,
    needleLife: machine.profile.needleLife,
    speed: feed?.speed || (typeof window === 'undefined' ? machine.topSpeed : keptSpeed(machine)),
    design,
    sewn,
    pieces: { done, of: job.pieces },
    coneMetres: new Map(data.cones.map((cone) => [cone.id, cone.metres])),
    topMm: usualTopMm,
    stitchesPerBobbin: stitchesPerBobbin(job),
  }).filter((hint) => !seen.includes(`${hint.key} ${hint.says}`));
  const waiting = useMemo(() => waitingTraces(tracesIn(view.events), view.events), [view.events]);
  const count = hints.length + waiting.length;
  return (
    <section aria-label="Act now" className="sheet h-44 overflow-y-auto p-3">
      <h2 className="px-1">{count > 0 ? 'Act now' : 'Nothing to act on'}</h2>
      <ul aria-live="polite">
        {waiting.map(({ trace, says }) => (
          <li key={trace.id} className="flex items-start gap-2 border-t py-1.5 rule first:border-t-0">
            <span aria-hidden="true" className="w-5 shrink-0 text-center font-bold">
              ?
            </span>
            <a
              className="min-h-11 min-w-0 grow leading-5 underline"
              href={`/${machine.slug}/trace?head=${trace.head}&position=${trace.position}`}
            >
              {says}
            </a>
          </li>
        ))}
        {hints.map((hint) => (
          <li key={hint.key} className="flex items-start gap-2 border-t py-1.5 rule first:border-t-0">
            <span aria-hidden="true" className="w-5 shrink-0 text-center font-bold">
              {'!'.repeat(hint.urgency)}
            </span>
            <span className={`min-w-0 grow leading-5 ${hint.urgency === 3 ? 'font-bold' : ''}`}>
              {hint.says}
              {hint.key.startsWith('cluster:') && (
                <>
                  {' '}
                  <a
                    className="inline-block min-h-11 py-2 underline"
                    href={`/${machine.slug}/trace?head=${hint.head}&position=${hint.position}`}
                  >
                    Why does it break?
                  </a>
                </>
              )}
            </span>
            <button
              type="button"
              className="quiet -my-1 min-h-11 min-w-11 text-xs underline"
              aria-label={`Seen: ${hint.says}`}
              onClick={() => setSeen([...seen, `${hint.key} ${hint.says}`])}
            >
              seen
            </button>
          </li>
        ))}
      </ul>
      {count === 0 && (
        <p className="quiet px-1 text-sm">
          Breaks that gather, needles, bobbins and cones near their end are told here.
        </p>
      )}
    </section>
  );
}
