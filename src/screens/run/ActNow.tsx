import { useState } from 'react';
import { actsOf } from '../../core/board/acts.ts';
import { deedPath, deedText } from '../../core/ledger/deed.ts';
import type { Watch } from '../../core/findings/change/watch.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Job } from '../../schemas/workshop.ts';
import { usePieces, useRun } from './hooks/useRun.ts';
import { useWatches } from './hooks/useWatches.ts';

/** What the ledger says should be looked at now. Its place is always there, so that nothing moves under a finger. */
export function ActNow({ job, watches: first }: { job: Job; watches: Watch[] }) {
  const { data, view, seated, threadName } = useFrame();
  const { machine } = data;
  const { feed, now } = useRun();
  const done = usePieces(job);
  const watches = useWatches(first, machine.id);
  const [seen, setSeen] = useState<readonly string[]>([]);
  const { heads, topSpeed, profile } = machine;
  const acts = actsOf({
    ...{ heads, topSpeed, needleLife: profile.needleLife, events: view.events, seats: view.seats, watches },
    ...{ feed, job, seated, done, cones: data.cones, now },
  }).filter(({ key }) => !seen.includes(key));
  return (
    <section aria-label="Act now" className="sheet min-h-44 p-3">
      <h2 className="px-1">{acts.length > 0 ? 'Act now' : 'Nothing to act on'}</h2>
      <ul aria-live="polite">
        {acts.map(({ key, says, urgency, isTrace, deed }) => {
          return (
            <li key={key} className="flex items-start gap-2 border-t py-1.5 rule first:border-t-0">
              <span aria-hidden="true" className="w-5 shrink-0 text-center font-bold">
                {isTrace ? '?' : '!'.repeat(urgency)}
              </span>
              {isTrace ? (
                <a
                  className="min-h-11 min-w-0 grow leading-5 underline"
                  href={`/${machine.slug}/${deed ? deedPath(deed) : 'run'}`}
                >
                  {says}
                </a>
              ) : (
                <>
                  <span className={`min-w-0 grow leading-5 ${urgency === 3 ? 'font-bold' : ''}`}>
                    {says}
                    {deed && (
                      <>
                        {' '}
                        <a
                          className="inline-block min-h-11 py-2 underline"
                          href={`/${machine.slug}/${deedPath(deed)}`}
                        >
                          {key.startsWith('false:') ? 'Why does it stop?' : deedText(deed, threadName)}
                        </a>
                      </>
                    )}
                  </span>
                  <button
                    type="button"
                    className="quiet -my-1 min-h-11 min-w-11 text-xs underline"
                    aria-label={`Seen: ${says}`}
                    onClick={() => setSeen([...seen, key])}
                  >
                    seen
                  </button>
                </>
              )}
            </li>
          );
        })}
      </ul>
      {acts.length === 0 && (
        <p className="quiet px-1 text-sm">
          Breaks that gather, needles, bobbins and cones near their end are told here.
        </p>
      )}
    </section>
  );
}
