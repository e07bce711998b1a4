import { useEffect, useRef } from 'react';
import { useFrame } from '../../../parts/frame/context.tsx';

/** Space finishes a piece, unless it is meant for a field or a button that has the focus. */
export function usePieceKey(): void {
  const { actions, view } = useFrame();
  const latest = useRef({ actions, stopped: view.openStop });
  useEffect(() => {
    latest.current = { actions, stopped: view.openStop };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const inControl =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, select, button, a');
      if (event.key !== ' ' || inControl || event.repeat) return;
      event.preventDefault();
      if (latest.current.stopped) latest.current.actions.sewingAgain();
      else latest.current.actions.finishPiece();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
