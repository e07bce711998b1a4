import { boardStates, doneAt, stateOf, type BoardMachine } from '../../core/board/machine.ts';
import { clockText, dayKey, timeText, weekdayText } from '../../parts/text.ts';

/** “stands 4:12”, “no news 14:10”: since when. `now`: ms since 1970. */
export function stateText(machine: BoardMachine, now: number, zone: string): string {
  const { state, since } = stateOf(machine, now);
  const { name } = boardStates[state];
  if (since === null || state === 'finished') return name;
  return machine.stop ? `${name} ${clockText(now - Date.parse(since))}` : `${name} ${timeText(since, zone)}`;
}

/** When the job is done, to five minutes, with the day where it is not today: it is an estimate. Null: that cannot be told. */
export function doneText(machine: BoardMachine, now: number, zone: string): string | null {
  const done = doneAt(machine, now);
  if (done === null) return null;
  const step = 5 * 60_000;
  const at = new Date(Math.ceil(done / step) * step).toISOString();
  const days = Math.floor((done - now) / 86_400_000);
  const day = dayKey(at, zone);
  const isToday = day === dayKey(new Date(now).toISOString(), zone);
  if (days >= 1) return `done in ${days} d`;
  return `done ${isToday ? '' : `${weekdayText(day)} `}~${timeText(at, zone)}`;
}
