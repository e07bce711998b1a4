import { useState } from 'react';
import { send } from '../../parts/live/send.ts';

type Method = 'POST' | 'PATCH' | 'DELETE';

/** Sends one change and draws the page anew; what was refused is said, and nothing typed is lost. */
export function useAct() {
  const [refusal, refuse] = useState('');
  const [busy, setBusy] = useState(false);
  async function act(method: Method, path: string, message: unknown): Promise<void> {
    setBusy(true);
    refuse('');
    try {
      await send(method, path, message);
      location.reload();
    } catch (error) {
      refuse((error as Error).message);
      setBusy(false);
    }
  }
  return { act, busy, refusal, refuse };
}
