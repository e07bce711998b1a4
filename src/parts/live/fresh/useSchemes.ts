import { useEffect, useState } from 'react';
import type { SavedScheme } from '../../../schemas/plan/scheme.ts';
import { getJson } from '../get-json.ts';
import type { MachineLive } from '../machine-live.ts';

/** A machine's schemes, kept fresh while the page is open. `keep`: what this page itself has just kept, or taken away. */
export function useSchemes(first: SavedScheme[], machineId: string, onPlan: MachineLive['onPlan']) {
  const [schemes, setSchemes] = useState(first);
  useEffect(
    () =>
      onPlan(() => {
        getJson<{ items: SavedScheme[] }>(`/api/schemes?machine=${machineId}&limit=50`).then(
          ({ items }) => setSchemes(items),
          // Those that were known stand until the network is back: the feed tells then.
          () => undefined,
        );
      }),
    [machineId, onPlan],
  );
  return { schemes, inForce: schemes.find(({ since }) => since !== null) ?? null, setSchemes };
}
