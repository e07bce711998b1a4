import { useEffect, useRef, useState, type PointerEvent } from 'react';

/** A finger that moves so far sideways swipes, px. */
const swipeFrom = 50;

/** Which step of a card is shown: by touch, by space and the arrow keys, by swipe. */
export function useSteps(count: number) {
  const [at, setAt] = useState(0);
  const from = useRef<number | null>(null);
  const go = (step: number) => setAt(Math.min(count - 1, Math.max(0, step)));
  useEffect(() => {
    const onKey = (key: KeyboardEvent) => {
      const target = key.target as HTMLElement;
      // A focused button has space for itself; typing has all keys.
      if (/^(INPUT|TEXTAREA|SELECT|BUTTON|A|SUMMARY)$/.test(target.tagName)) return;
      const by = key.key === ' ' || key.key === 'ArrowRight' ? 1 : key.key === 'ArrowLeft' ? -1 : 0;
      if (by === 0) return;
      key.preventDefault();
      setAt((now) => Math.min(count - 1, Math.max(0, now + by)));
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [count]);
  const swipe = {
    onPointerDown: (press: PointerEvent) => {
      from.current = press.clientX;
    },
    onPointerUp: (lift: PointerEvent) => {
      const moved = from.current === null ? 0 : lift.clientX - from.current;
      from.current = null;
      if (Math.abs(moved) >= swipeFrom) go(at + (moved < 0 ? 1 : -1));
    },
  };
  return { at, go, swipe };
}
