import { useEffect, useState } from 'react';
import { useHeard } from '../../parts/frame/useAsked.ts';
import { get } from '../../parts/live/send.ts';
import type { Sewn } from '../../schemas/ledger/sewn.ts';

export type SewnState = { is: 'asking' } | { is: 'here'; sewn: Sewn } | { is: 'failed'; why: string };
export const sewnWeeks = 4;

/** What the machine sewed lately, asked again when the page has heard news, and when a person asks after it failed. */
export function useSewn(machineId: string) {
  const heard = useHeard();
  const [state, setState] = useState<SewnState>({ is: 'asking' });
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let isOver = false;
    get<Sewn>(`/api/machines/${machineId}/sewn?weeks=${sewnWeeks}`).then(
      (sewn) => isOver || setState({ is: 'here', sewn }),
      // What was known stands until the network is back.
      (error: Error) =>
        isOver ||
        setState((before) => (before.is === 'here' ? before : { is: 'failed', why: error.message })),
    );
    return () => void (isOver = true);
  }, [machineId, heard, tries]);
  const ask = () => {
    setState({ is: 'asking' });
    setTries(tries + 1);
  };
  return { state, ask };
}
