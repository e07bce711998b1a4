import equal from 'fast-deep-equal';
import { useRef } from 'react';

/** `now`, or the very object of the last time where it says the same: what is worked out from it is not worked out again. Plain data. */
export function useSame<T>(now: T): T {
  const kept = useRef(now);
  if (!equal(kept.current, now)) kept.current = now;
  return kept.current;
}
