import { useCallback, useEffect, useRef } from 'react';

/**
 * A worker that does one thing at a time, and is ended by what it says last, by another question, by cancel, or with
 * the screen. `hear` says whether more is to come. `make` holds the `new Worker(new URL(…))` that the bundler looks for.
 */
export function useOneWorker<Asked, Said>(make: () => Worker) {
  const worker = useRef<Worker | null>(null);
  const maker = useRef(make);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const ask = useCallback(
    (asked: Asked, hear: (said: Said) => 'more' | 'last') => {
      end();
      const mine = maker.current();
      worker.current = mine;
      mine.addEventListener('message', ({ data }: MessageEvent<Said>) => {
        if (worker.current === mine && hear(data) === 'last') end();
      });
      mine.postMessage(asked);
    },
    [end],
  );
  return { ask, end };
}
