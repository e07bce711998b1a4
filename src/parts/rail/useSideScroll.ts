import { useEffect, useRef, type RefObject } from 'react';

/** What stands in the head's columns and is wider than a phone: all of it is moved sideways together. */
const together = new Set<HTMLElement>();

/** Keeps an element's columns under those of the rail, however far any of them is moved sideways. */
export function useSideScroll<E extends HTMLElement>(): RefObject<E | null> {
  const ref = useRef<E>(null);
  useEffect(() => {
    const own = ref.current;
    if (!own) return;
    const first = together.values().next().value;
    if (first) own.scrollLeft = first.scrollLeft;
    together.add(own);
    const follow = () => {
      for (const other of together)
        if (other !== own && Math.abs(other.scrollLeft - own.scrollLeft) > 1)
          other.scrollLeft = own.scrollLeft;
    };
    own.addEventListener('scroll', follow, { passive: true });
    return () => {
      own.removeEventListener('scroll', follow);
      together.delete(own);
    };
  }, []);
  return ref;
}
