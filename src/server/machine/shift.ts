import type { Event } from '../../schemas/ledger/event.ts';
import { database, rows } from '../base/database.ts';
import { ledgerRows } from '../ledger/reading/read.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';

/** A shift as it stands: since when, everything on record in it, and the note that the last one left. */
export interface ShiftFacts {
  from: string;
  /** Whether a shift was begun by hand; otherwise it runs from the day's beginning. */
  isBegun: boolean;
  events: Event[];
  note: { text: string; at: string; operatorId: string | null } | null;
  /** A shift that is over ends here; null: the one that goes on. */
  to: string | null;
  earlier: EarlierShift[];
}

/** A shift that is over, as it can be opened again. */
export interface EarlierShift {
  from: string;
  to: string;
  operatorId: string | null;
  note: string;
}

/** Entries of a shift told at most. */
const most = 20_000;

/** Shifts that are listed. */
const listed = 14;

/** The beginning of the day of an instant, at the device that asks. */
export type DayStart = (at: Date) => Date;

/** Where a shift began that stood at `at`: where one was begun by hand, or the one before ended that day; else with the day. `last`: the newest change before. */
function beginOf(last: Event | undefined, at: Date, dayStart: DayStart): string {
  const day = dayStart(at);
  return last && (isBeginning(last) || Date.parse(last.at) > day.getTime()) ? last.at : day.toISOString();
}
const isBeginning = (event: Event | undefined): boolean =>
  event?.kind === 'shift' && event.data.is === 'begun';

/** The last shifts that were ended by hand. */
async function earlierShifts(machineId: string, dayStart: DayStart): Promise<EarlierShift[]> {
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = 'shift' AND NOT void ORDER BY at DESC, id DESC LIMIT ${2 * listed + 1}`,
    [machineId],
  );
  return found
    .flatMap((event, index): EarlierShift[] => {
      if (event.kind !== 'shift' || event.data.is !== 'ended') return [];
      const from = beginOf(found[index + 1], new Date(event.at), dayStart);
      return [{ from, to: event.at, operatorId: event.operatorId, note: event.data.note ?? '' }];
    })
    .slice(0, listed);
}

/** One that is over: everything on record between its ends. */
export async function pastShift(
  machineId: string,
  from: string,
  to: string,
  dayStart: DayStart,
): Promise<ShiftFacts> {
  const events: Event[] = [];
  for await (const some of ledgerRows({ machine: machineId, from, to })) {
    events.push(...some);
    if (events.length >= most) break;
  }
  return { from, to, isBegun: true, events, note: null, earlier: await earlierShifts(machineId, dayStart) };
}

export async function shiftFacts(machineId: string, now: Date, dayStart: DayStart): Promise<ShiftFacts> {
  const [last] = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = 'shift' AND NOT void ORDER BY at DESC, id DESC LIMIT 1`,
    [machineId],
  );
  const isBegun = isBeginning(last);
  const from = beginOf(last, now, dayStart);
  const events: Event[] = [];
  for await (const some of ledgerRows({ machine: machineId, from })) {
    events.push(...some);
    if (events.length >= most) break;
  }
  const [note, earlier] = await Promise.all([handOver(machineId), earlierShifts(machineId, dayStart)]);
  return { from, to: null, isBegun, events, note, earlier };
}

/** The last note that a shift left for the next. */
export async function handOver(machineId: string): Promise<ShiftFacts['note']> {
  const [row] = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = 'shift' AND NOT void
       AND data->>'is' = 'ended' ORDER BY at DESC, id DESC LIMIT 1`,
    [machineId],
  );
  const event = row && row;
  const text = (event?.kind === 'shift' ? (event.data.note ?? '') : '').trim();
  return event && text ? { text, at: event.at, operatorId: event.operatorId } : null;
}
