import { clockNow } from './clock.ts';
import { useEffect, useState } from 'react';

/** The time now as an instant, once a second; at first the instant the page was made, as the server drew it. */
export function useNow(first: string, everyMs = 1000): string {
  const [now, setNow] = useState(first);
  useEffect(() => {
    const tick = () => setNow(new Date(clockNow()).toISOString());
    tick();
    const timer = setInterval(tick, everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}
