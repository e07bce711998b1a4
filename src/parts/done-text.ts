import { millisecondsInDay } from 'date-fns/constants';
import { doneAt, type MachineToTime } from '../core/board/machine.ts';
import { dayKey, timeText, weekdayText } from './text.ts';

/** When the job on a machine is done, to five minutes, with the day where it is not today: it is an estimate. Null: that cannot be told. */
export function doneText(machine: MachineToTime, now: number, zone: string): string | null {
  const done = doneAt(machine, now);
  if (done === null) return null;
  const step = 5 * 60_000;
  const at = new Date(Math.ceil(done / step) * step).toISOString();
  const days = Math.floor((done - now) / millisecondsInDay);
  const day = dayKey(at, zone);
  const isToday = day === dayKey(new Date(now).toISOString(), zone);
  if (days >= 1) return `done in ${days} d`;
  return `done ${isToday ? '' : `${weekdayText(day)} `}~${timeText(at, zone)}`;
}
