import type { BoardMachine } from '../../core/board/machine.ts';
import type { Board } from '../../schemas/board.ts';

/** What a listener is told: every machine as it is now; whether the server is heard. */
export interface BoardNews {
  machines: readonly BoardMachine[];
  connected: boolean;
}

/** The machines at first, and whoever wants to know of each change. Returns how to stop. The order of the machines stays. */
export function boardLive(first: readonly BoardMachine[], told: (news: BoardNews) => void): () => void {
  let machines = first;
  let connected = true;
  const tell = () => told({ machines, connected });
  const source = new EventSource('/api/board/live');
  source.addEventListener('board', (event: MessageEvent<string>) => {
    ({ machines } = JSON.parse(event.data) as Board);
    tell();
  });
  source.addEventListener('machine', (event: MessageEvent<string>) => {
    const machine = JSON.parse(event.data) as BoardMachine;
    const isKnown = machines.some(({ id }) => id === machine.id);
    machines = isKnown
      ? machines.map((each) => (each.id === machine.id ? machine : each))
      : [...machines, machine];
    tell();
  });
  source.onopen = () => {
    connected = true;
    tell();
  };
  source.onerror = () => {
    connected = false;
    tell();
  };
  return () => source.close();
}
