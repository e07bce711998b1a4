import { inUse } from '../../core/stores/in-use.ts';
import { useState } from 'react';
import { threadWeightText } from '../../core/units/thread-count.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { intoView } from '../../parts/into-view.ts';
import type { HeadView } from '../../parts/live/view.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { whole } from '../../parts/text.ts';
import type { Cone } from '../../schemas/workshop.ts';

interface MountConeProps {
  where: { head: number; position: number };
  seat: HeadView['seats'][number];
  cones: Cone[];
  /** The thread that was named on the way here, by its id. */
  preset?: string | null;
  onDone: () => void;
}

/** Mount a cone: find the thread by its code, name or weight; name the very cone when its batch matters. */
export function MountCone({ where, seat, cones, preset, onDone }: MountConeProps) {
  const { data, view, actions } = useFrame();
  const [search, setSearch] = useState('');
  const [threadId, setThreadId] = useState(preset ?? seat.cone?.threadId ?? null);
  const [coneId, setConeId] = useState<string | null>(null);
  const wanted = search.trim().toLowerCase();
  const found = inUse(data.threads, threadId).filter((choice) =>
    `${choice.code} ${choice.name} ${choice.weightNo} wt ${choice.fibre}`.toLowerCase().includes(wanted),
  );
  const thread = data.threads.find((candidate) => candidate.id === threadId);
  const itsCones = inUse(cones).filter((cone) => cone.threadId === threadId);
  const placeOf = (id: string) => view.seats.find((candidate) => candidate.cone?.coneId === id);
  return (
    <form
      ref={intoView}
      aria-label="Mount a cone"
      className="sheet p-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        if (!thread) return;
        actions.mountCone(where, thread, coneId);
        onDone();
      }}
    >
      <label className="font-semibold" htmlFor="thread-search">
        Thread: code, colour or weight
      </label>
      <input
        id="thread-search"
        className="input mt-1 w-full"
        autoComplete="off"
        value={search}
        onChange={(change) => setSearch(change.target.value)}
      />
      <div
        className="mt-2 grid max-h-72 gap-1.5 overflow-y-auto p-1 sm:grid-cols-2 xl:grid-cols-3"
        role="radiogroup"
        aria-label="Thread"
        tabIndex={0}
      >
        {found.map((choice) => (
          <button
            key={choice.id}
            type="button"
            role="radio"
            aria-checked={choice.id === threadId}
            className="btn h-auto min-h-12 justify-start gap-3 px-2 py-1 text-start"
            onClick={() => {
              setThreadId(choice.id);
              setConeId(null);
            }}
          >
            <Swatch thread={choice} className="size-8" />
            <span className="min-w-0 leading-4">
              <span className="block truncate">{choice.name}</span>
              <span className="figures block text-xs font-normal">
                {choice.code} · {threadWeightText(choice.weightNo, choice.tex)}
              </span>
            </span>
          </button>
        ))}
      </div>
      {found.length === 0 && (
        <p className="mt-2">
          No thread in the stores matches.{' '}
          <a className="underline" href="/workshop#threads">
            Add it under Workshop
          </a>
          .
        </p>
      )}
      {itsCones.length > 0 && (
        <fieldset className="mt-3">
          <legend className="quiet text-sm">Which cone? Its batch is then on record with every break.</legend>
          <div className="mt-1 flex flex-wrap gap-1.5" role="radiogroup" aria-label="Cone">
            <button
              type="button"
              role="radio"
              aria-checked={coneId === null}
              className="btn px-3"
              onClick={() => setConeId(null)}
            >
              not said
            </button>
            {itsCones.map((cone) => {
              const place = placeOf(cone.id);
              return (
                <button
                  key={cone.id}
                  type="button"
                  role="radio"
                  aria-checked={coneId === cone.id}
                  className="btn figures px-3"
                  onClick={() => setConeId(cone.id)}
                >
                  batch {cone.batch || 'unknown'} · {whole(cone.metres)} m
                  {place ? ` · now on ${place.position}` : ''}
                </button>
              );
            })}
          </div>
        </fieldset>
      )}
      <div className="mt-3 flex gap-2">
        <button type="submit" className="btn btn-primary h-12 grow text-base" disabled={!thread}>
          {thread ? `Mounted: ${thread.name}` : 'Pick the thread'}
        </button>
        <button type="button" className="btn h-12" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}
