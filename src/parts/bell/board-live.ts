import type { BoardMachine } from '../../core/board/machine.ts';
import type { Board } from '../../schemas/board.ts';
import { lastingLine } from '../live/line.ts';

/** What a listener is told: every machine as it is now; whether the server is heard. */
export interface BoardNews {
  machines: readonly BoardMachine[];
  connected: boolean;
}

/** The server tells of every machine each ten seconds: after so long without a word the line is dead, whatever the browser thinks, ms. */
const deadAfterMs = 25_000;

/** The machines at first, and whoever wants to know of each change. Returns how to stop. The order of the machines stays. */
export function boardLive(first: readonly BoardMachine[], told: (news: BoardNews) => void): () => void {
  let machines = first;
  let connected = true;
  let heardAt = Date.now();
  const heard = (now: readonly BoardMachine[]) => {
    machines = now;
    heardAt = Date.now();
    connected = true;
    told({ machines, connected });
  };
  const lost = () => {
    if (connected) told({ machines, connected: (connected = false) });
  };
  const close = lastingLine(
    () => '/api/board/live',
    (line) => {
      line.addEventListener('board', (event: MessageEvent<string>) =>
        heard((JSON.parse(event.data) as Board).machines),
      );
      line.addEventListener('machine', (event: MessageEvent<string>) => {
        const machine = JSON.parse(event.data) as BoardMachine;
        const isKnown = machines.some(({ id }) => id === machine.id);
        heard(
          isKnown
            ? machines.map((each) => (each.id === machine.id ? machine : each))
            : [...machines, machine],
        );
      });
      line.addEventListener('error', lost);
    },
  );
  // The tablet knows at once that its network has gone.
  window.addEventListener('offline', lost);
  const timer = setInterval(() => Date.now() - heardAt > deadAfterMs && lost(), 1000);
  return () => {
    close();
    window.removeEventListener('offline', lost);
    clearInterval(timer);
  };
}
