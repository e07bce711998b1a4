import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { boardStates, boardSums, stateOf, type BoardMachine } from '../../core/board/machine.ts';
import { ThemeButton } from '../../parts/frame/top/ThemeButton.tsx';
import { useAwake } from '../../parts/device/useAwake.ts';
import { useNow } from '../../parts/live/useNow.ts';
import { timeText } from '../../parts/text.ts';
import { Rights } from '../../parts/people/rights.tsx';
import type { Who } from '../../schemas/frame-data.ts';
import { BellPanel } from './BellPanel.tsx';
import { columnsFor } from './fit.ts';
import { Hands } from './Hands.tsx';
import { Tile } from './Tile.tsx';
import { useBoard } from './useBoard.ts';

interface BoardProps {
  machines: BoardMachine[];
  operatorId: string | null;
  who: Who;
  zone: string;
  now: string;
}

/** A card must be so wide, px, to be read. */
const cardPx = 300;

/** Every machine on one screen: on top what wants a hand, below each in its own place. */
export default function BoardScreen({ who, ...rest }: BoardProps) {
  return (
    <Rights value={who.rights}>
      <Board {...rest} />
    </Rights>
  );
}

function Board({ machines: first, operatorId, zone, now: made }: Omit<BoardProps, 'who'>) {
  useAwake();
  const { machines, connected, bell, hearNow, write, outgoing } = useBoard(first);
  const now = Date.parse(useNow(made));
  const { field, columns, room } = useFit(machines.length);
  const count = (sum: (typeof boardSums)[number]) =>
    machines.filter((machine) => boardStates[stateOf(machine, now).state].sum === sum).length;
  const standing = count('standing');
  useEffect(() => {
    document.title = `${standing > 0 ? `(${standing}) standing · ` : ''}Board · Vivid Eye`;
  }, [standing]);
  return (
    <div className="board">
      <header className="board-top">
        <h1>Board</h1>
        <p className="board-sums">
          {boardSums.map(
            (sum) =>
              (sum !== 'without news' || count(sum) > 0) && (
                <span key={sum}>
                  <b>{count(sum)}</b> {sum}
                </span>
              ),
          )}
        </p>
        {!connected && (
          <p role="status" className="board-cut">
            × Not connected: what is shown may be old.
          </p>
        )}
        <BellPanel bell={bell} hearNow={hearNow} />
        <ThemeButton />
        <time className="board-clock">{timeText(new Date(now).toISOString(), zone)}</time>
      </header>
      <Hands
        machines={machines}
        now={now}
        zone={zone}
        operatorId={operatorId}
        room={room}
        write={write}
        outgoing={outgoing}
      />
      {machines.length === 0 ? (
        <p className="board-calm">
          No machine yet. <a href="/workshop">Add one in the workshop.</a>
        </p>
      ) : (
        <ul
          ref={field}
          aria-label="Machines"
          className="board-field"
          style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
        >
          {machines.map((machine) => (
            <Tile key={machine.id} machine={machine} now={now} zone={zone} />
          ))}
        </ul>
      )}
    </div>
  );
}

/** How many columns of tiles, and how many cards above them, this screen has room for. */
function useFit(count: number) {
  const field = useRef<HTMLUListElement>(null);
  // As the server draws it: a wide screen.
  const [fit, setFit] = useState({ columns: Math.ceil(Math.sqrt(count * 1.2)) || 1, room: 4 });
  useLayoutEffect(() => {
    const measure = () => {
      const box = field.current?.getBoundingClientRect();
      if (!box) return;
      setFit({
        columns: columnsFor(count, box.width, box.height),
        room: Math.max(1, Math.floor(box.width / cardPx)),
      });
    };
    measure();
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  }, [count]);
  return { field, ...fit };
}
