import { useState } from 'react';
import { getJson } from '../../parts/live/machine-live.ts';
import type { Sewn } from '../../schemas/sewn.ts';

export type SewnState =
  { is: 'idle' } | { is: 'asking' } | { is: 'here'; sewn: Sewn } | { is: 'failed'; why: string };
export const sewnWeeks = 4;

/** What the machine sewed lately, asked for when it is wanted and then kept. */
export function useSewn(machineId: string) {
  const [state, setState] = useState<SewnState>({ is: 'idle' });
  const ask = async (): Promise<Sewn | null> => {
    if (state.is === 'here') return state.sewn;
    setState({ is: 'asking' });
    try {
      const sewn = await getJson<Sewn>(`/api/machines/${machineId}/sewn?weeks=${sewnWeeks}`);
      setState({ is: 'here', sewn });
      return sewn;
    } catch (error) {
      setState({ is: 'failed', why: (error as Error).message });
      return null;
    }
  };
  return { state, ask };
}
