import { useState } from 'react';
import { threadWeightText } from '../../core/units/thread-count.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted, whole } from '../../parts/text.ts';
import type { Cone, Thread } from '../../schemas/workshop.ts';
import { AddCone, AddThread } from '../../parts/store/ThreadForms.tsx';
import { EditCone, EditThread } from '../../parts/store/EditThread.tsx';
import { CsvOut } from '../../parts/store/CsvOut.tsx';
import { ThreadImport } from './ThreadImport.tsx';

/** Thread articles and their cones: what is left on each, by what the ledger has sewn. */
export function ThreadStore({ threads, cones }: { threads: Thread[]; cones: Cone[] }) {
  const { view } = useFrame();
  const [search, setSearch] = useState('');
  const wanted = search.trim().toLowerCase();
  const found = threads.filter((thread) =>
    `${thread.code} ${thread.name} ${thread.weightNo} wt ${thread.fibre}`.toLowerCase().includes(wanted),
  );
  const of = (thread: Thread) => cones.filter((cone) => cone.threadId === thread.id);
  return (
    <section id="threads" className="sheet mt-4 p-4">
      <div className="flex flex-wrap items-end justify-between gap-2">
        <h2>
          {counted(threads.length, 'thread')}, {counted(cones.length, 'cone')}
        </h2>
        <label className="text-sm">
          <span className="sr-only">Find a thread</span>
          <input
            className="input w-52"
            placeholder="code, colour, weight"
            value={search}
            onChange={(change) => setSearch(change.target.value)}
          />
        </label>
        <CsvOut
          name="threads"
          rows={threads.flatMap((thread): Record<string, unknown>[] => {
            const row = {
              code: thread.code,
              name: thread.name,
              colour: thread.colour,
              weight: `${thread.tex} tex`,
              fibre: thread.fibre,
            };
            const mine = of(thread);
            return mine.length > 0
              ? mine.map((cone) => ({
                  ...row,
                  batch: cone.batch,
                  metres: cone.metres,
                  left: cone.leftMetres,
                }))
              : [{ ...row, batch: '', metres: '', left: '' }];
          })}
        />
      </div>
      <ul className="mt-1 grid gap-x-6 md:grid-cols-2 2xl:grid-cols-3">
        {found.map((thread) => (
          <li key={thread.id} className="flex items-start gap-3 border-t py-1.5 rule">
            <Swatch thread={thread} className="mt-1 size-8" />
            <details className="grow">
              <summary className="flex min-h-11 cursor-pointer items-center gap-3 leading-5">
                <span className="grow">
                  <b>{thread.name}</b>
                  <span className="figures quiet block text-sm">
                    {thread.code} · {threadWeightText(thread.weightNo, thread.tex)} · {thread.fibre}
                    {thread.retired && ` · retired: ${thread.retired}`}
                  </span>
                </span>
                <span className="figures text-end">
                  about <b>{whole(of(thread).reduce((sum, cone) => sum + cone.leftMetres, 0))} m</b>
                </span>
              </summary>
              <ul className="figures text-sm">
                {of(thread).map((cone) => (
                  <ConeLine
                    key={cone.id}
                    cone={cone}
                    place={view.seats.find((seat) => seat.cone?.coneId === cone.id) ?? null}
                  />
                ))}
              </ul>
              <AddCone thread={thread} />
              <EditThread thread={thread} threads={threads} />
            </details>
          </li>
        ))}
      </ul>
      {found.length === 0 && <p>Nothing matches “{search}”.</p>}
      <AddThread />
      <ThreadImport threads={threads} cones={cones} />
    </section>
  );
}

function ConeLine({ cone, place }: { cone: Cone; place: { head: number; position: number } | null }) {
  const share = Math.min(1, cone.leftMetres / cone.metres);
  return (
    <li className="py-1">
      <div className="flex items-center gap-3">
        <svg viewBox="0 0 60 10" className="h-2.5 w-16" aria-hidden="true">
          <rect x="0.5" y="0.5" width="59" height="9" fill="none" stroke="currentColor" />
          <rect x="0.5" y="0.5" width={59 * share} height="9" fill="currentColor" />
        </svg>
        <span>
          batch {cone.batch || 'unknown'}: about {whole(cone.leftMetres)} of {whole(cone.metres)} m
          {place && `, on position ${place.position}`}
          {cone.retired && ` · retired: ${cone.retired}`}
        </span>
      </div>
      <EditCone cone={cone} />
    </li>
  );
}
