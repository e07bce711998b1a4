import { useState } from 'react';

/**
 * Tries one thing that the page sends: busy while it goes on, and after it where it went well, since the page goes elsewhere then. What was refused
 * is said, and nothing typed is lost. `attempt` says whether it went well.
 */
export function useTry() {
  const [refusal, refuse] = useState('');
  const [busy, setBusy] = useState(false);
  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    setBusy(true);
    refuse('');
    try {
      await work();
      return true;
    } catch (error) {
      refuse((error as Error).message);
      setBusy(false);
      return false;
    }
  }
  return { attempt, busy, refusal, refuse };
}
