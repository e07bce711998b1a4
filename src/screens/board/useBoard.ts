import { useEffect, useRef, useState } from 'react';
import type { Entry } from '../../core/ledger/entry.ts';
import type { BoardMachine } from '../../core/board/machine.ts';
import { Bell } from '../../parts/bell/bell.ts';
import { boardLive, type BoardNews } from '../../parts/bell/board-live.ts';
import { Outbox, type Outgoing } from '../../parts/live/outbox/outbox.ts';
import { keepAwake } from '../../parts/device/wake-lock.ts';

/** The machines as they are, told live; the bell hears of every change, and once a second: what stands too long is rung again. */
export function useBoard(first: readonly BoardMachine[]): BoardNews & {
  bell: Bell;
  hearNow: () => void;
  /** Writes as every touch is written: kept on the device, sent when the server answers. */
  write: (entry: Entry) => void;
  /** What is on its way, and what was refused. */
  outgoing: readonly Outgoing[];
} {
  const [news, setNews] = useState<BoardNews>({ machines: first, connected: true });
  const [bell] = useState(() => new Bell());
  const latest = useRef(first);
  const [outgoing, setOutgoing] = useState<readonly Outgoing[]>([]);
  const [outbox] = useState(() => new Outbox({ changed: setOutgoing }));
  useEffect(() => outbox.start(), [outbox]);
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
  return {
    ...{ ...news, bell, outgoing },
    hearNow: () => bell.hear(latest.current),
    write: (entry) => outbox.add([entry]),
  };
}
