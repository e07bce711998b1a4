import { useCallback, useRef, useState } from 'react';
import { getJson } from '../../parts/live/get-json.ts';
import type { Sewn } from '../../schemas/sewn.ts';

export type SewnState =
  { is: 'idle' } | { is: 'asking' } | { is: 'here'; sewn: Sewn } | { is: 'failed'; why: string };
export const sewnWeeks = 4;

/** What the machine sewed lately, asked for when it is wanted and then kept. */
export function useSewn(machineId: string) {
  const [state, setState] = useState<SewnState>({ is: 'idle' });
  const isAsked = useRef(false);
  const ask = useCallback(async (): Promise<void> => {
    if (isAsked.current) return;
    isAsked.current = true;
    setState({ is: 'asking' });
    try {
      setState({
        is: 'here',
        sewn: await getJson<Sewn>(`/api/machines/${machineId}/sewn?weeks=${sewnWeeks}`),
      });
    } catch (error) {
      isAsked.current = false;
      setState({ is: 'failed', why: (error as Error).message });
    }
  }, [machineId]);
  return { state, ask };
}
