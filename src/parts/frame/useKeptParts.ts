import { useRef } from 'react';

/**
 * `now`, in which each part that says what it said before is the very object that it was: what is worked out from it is not worked out again
 * when the page is made anew. Parts are plain JSON.
 */
export function useKeptParts<T extends object>(now: T): T {
  const kept = useRef({ given: now, parts: now });
  if (kept.current.given !== now) {
    const before = kept.current.parts;
    const parts = { ...now };
    for (const key of Object.keys(now) as (keyof T)[])
      if (JSON.stringify(before[key]) === JSON.stringify(now[key])) parts[key] = before[key];
    kept.current = { given: now, parts };
  }
  return kept.current.parts;
}
