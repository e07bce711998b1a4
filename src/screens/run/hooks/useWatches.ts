import { useEffect, useState } from 'react';
import type { Watch } from '../../../core/findings/change/watch.ts';
import { getJson } from '../../../parts/live/get-json.ts';

/** What is usual changes from day to day: a page that stays open asks again so often, ms. */
const againMs = 10 * 60_000;

/** What each seat is watched by, kept fresh while the page is open. */
export function useWatches(first: Watch[], machineId: string): Watch[] {
  const [watches, setWatches] = useState(first);
  useEffect(() => {
    const timer = setInterval(() => {
      getJson<{ items: Watch[] }>(`/api/machines/${machineId}/watches`).then(
        ({ items }) => setWatches(items),
        // What was known stands until the network is back.
        () => undefined,
      );
    }, againMs);
    return () => clearInterval(timer);
  }, [machineId]);
  return watches;
}
