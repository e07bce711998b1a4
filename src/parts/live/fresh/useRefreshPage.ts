import { useEffect, useRef } from 'react';
import { Appointment } from '../appointment.ts';
import type { MachineLive } from '../machine-live.ts';
import { refreshPage } from './refresh-page.ts';

/** How soon after news the page is asked for, and at most how often: a machine's feed may bring several a second. */
const soonMs = 400;
const everyMs = 3000;

/** Keeps what only the server can add up (a job's tally, a position's story, findings) up to the machine's newest event. */
export function usePageAnew(live: MachineLive): void {
  const askedAt = useRef(-Infinity);
  useEffect(() => {
    const appointment = new Appointment();
    const ask = async () => {
      askedAt.current = performance.now();
      // Without a network the events that are laid over the page are the newest there is.
      await refreshPage().catch(() => undefined);
    };
    return live.onNews(() =>
      appointment.soon(Math.max(soonMs, askedAt.current + everyMs - performance.now()), ask),
    );
  }, [live]);
}
