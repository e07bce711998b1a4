import { boardStates, stateOf, type BoardMachine } from '../../core/board/machine.ts';
import { clockText, timeText } from '../../parts/text.ts';

/** “stands 4:12”, “no news 14:10”: since when. `now`: ms since 1970. */
export function stateText(machine: BoardMachine, now: number, zone: string): string {
  const { state, since } = stateOf(machine, now);
  const { name } = boardStates[state];
  if (since === null || state === 'finished') return name;
  return machine.stop ? `${name} ${clockText(now - Date.parse(since))}` : `${name} ${timeText(since, zone)}`;
}
