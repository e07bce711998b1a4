import { useEffect, useState } from 'react';
import type { KeptSeat } from '../../../core/seating/context.ts';
import type { SavedPlan } from '../../../schemas/plan/plan.ts';
import { getJson } from '../get-json.ts';
import type { MachineLive } from '../machine-live.ts';

/** Where the machine's kept plan seats stops, kept fresh while the page is open. */
export function useKeptSeats(
  first: KeptSeat[],
  machineId: string,
  onPlan: MachineLive['onPlan'],
): KeptSeat[] {
  const [seats, setSeats] = useState(first);
  useEffect(
    () =>
      onPlan(() => {
        getJson<{ items: SavedPlan[] }>(`/api/plans?machine=${machineId}&limit=1`).then(
          ({ items }) => setSeats(items[0]?.seats ?? []),
          // The seats that were known stand until the network is back: the feed tells then.
          () => undefined,
        );
      }),
    [machineId, onPlan],
  );
  return seats;
}
