import { useEffect, useRef, useState } from 'react';
import type { BoardMachine } from '../../core/board/machine.ts';
import { Bell } from '../../parts/bell/bell.ts';
import { boardLive, type BoardNews } from '../../parts/bell/board-live.ts';
import { keepAwake } from '../../parts/live/wake-lock.ts';

/** The machines as they are, told live; the bell hears of every change, and once a second: what stands too long is rung again. */
export function useBoard(first: readonly BoardMachine[]): BoardNews & { bell: Bell; hearNow: () => void } {
  const [news, setNews] = useState<BoardNews>({ machines: first, connected: true });
  const [bell] = useState(() => new Bell());
  const latest = useRef(first);
  useEffect(() => {
    const stop = boardLive(first, (told) => {
      latest.current = told.machines;
      setNews(told);
      bell.hear(told.machines);
    });
    const timer = setInterval(() => bell.hear(latest.current), 1000);
    const rest = keepAwake();
    return () => {
      stop();
      clearInterval(timer);
      rest();
    };
  }, [first, bell]);
  return { ...news, bell, hearNow: () => bell.hear(latest.current) };
}
