import { useEffect, useState } from 'react';
import { get } from '../live/send.ts';
import { useFrame } from './context.tsx';

/** The page's newest event: what was asked of the server before it came is asked again. */
export const useHeard = (): number => useFrame().data.head.seq;

/**
 * What the server answers at a path: asked when the path changes, and again when the page has heard news. Null until the first answer, where
 * there is no server, and where nothing is asked (`path` null).
 */
export function useAsked<Answer>(path: string | null): Answer | null {
  const heard = useHeard();
  const [told, setTold] = useState<{ path: string; answer: Answer } | null>(null);
  useEffect(() => {
    if (path === null) return;
    let isOver = false;
    get<Answer>(path).then(
      (answer) => isOver || setTold({ path, answer }),
      // What was told stands until the network is back.
      () => undefined,
    );
    return () => void (isOver = true);
  }, [path, heard]);
  return told?.path === path ? told.answer : null;
}
