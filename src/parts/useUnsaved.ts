import { useEffect, useRef } from 'react';

/** The browser asks before a page with unsaved words is left. Returns what says that they are saved: called just before leaving. */
export function useUnsaved(isUnsaved: boolean): () => void {
  const asks = useRef(isUnsaved);
  useEffect(() => {
    asks.current = isUnsaved;
    if (!isUnsaved) return;
    const ask = (leaving: BeforeUnloadEvent) => {
      if (asks.current) leaving.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isUnsaved]);
  return () => void (asks.current = false);
}
