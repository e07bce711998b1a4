import { useMemo } from 'react';
import type { Event } from '../../core/ledger/entry.ts';
import { tracesIn, type Trace } from '../../core/trace/course/fold.ts';
import { useFrame } from '../../parts/frame/context.tsx';

/** The machine's events as far as they are known here: those of the page, and what came or was written since. */
export function useTraces(first: readonly Event[]): { events: Event[]; traces: Trace[] } {
  const { view } = useFrame();
  return useMemo(() => {
    const byId = new Map(first.map((event) => [event.id, event]));
    // What this page has heard last counts: a taking back changes an event that the page was made with.
    for (const event of view.events) byId.set(event.id, event);
    const events = [...byId.values()];
    return { events, traces: tracesIn(events) };
  }, [first, view.events]);
}
