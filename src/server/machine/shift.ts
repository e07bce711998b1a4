import type { Event } from '../../schemas/event.ts';
import { database, rows } from '../base/database.ts';
import { ledgerRows } from '../ledger/reading/read.ts';
import { eventColumns, eventFrom, type EventRow } from '../ledger/projecting/event-row.ts';

/** A shift as it stands: since when, everything on record in it, and the note that the last one left. */
export interface ShiftFacts {
  from: string;
  /** Whether a shift was begun by hand; otherwise it runs from the day's beginning. */
  isBegun: boolean;
  events: Event[];
  note: { text: string; at: string; operatorId: string | null } | null;
}

/** Entries of a shift told at most. */
const most = 20_000;

export async function shiftFacts(machineId: string, dayStart: Date): Promise<ShiftFacts> {
  const [last] = await rows<EventRow>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = 'shift' AND NOT void ORDER BY at DESC, id DESC LIMIT 1`,
    [machineId],
  );
  const isBegun = last?.data['is'] === 'begun';
  const from =
    last && (isBegun || Date.parse(last.at) > dayStart.getTime()) ? last.at : dayStart.toISOString();
  const events: Event[] = [];
  for await (const some of ledgerRows({ machine: machineId, from })) {
    events.push(...some);
    if (events.length >= most) break;
  }
  return { from, isBegun, events, note: await handOver(machineId) };
}

/** The last note that a shift left for the next. */
export async function handOver(machineId: string): Promise<ShiftFacts['note']> {
  const [row] = await rows<EventRow>(
    database(),
    `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = 'shift' AND NOT void
       AND data->>'is' = 'ended' ORDER BY at DESC, id DESC LIMIT 1`,
    [machineId],
  );
  const event = row && eventFrom(row);
  const text = (event?.kind === 'shift' ? (event.data.note ?? '') : '').trim();
  return event && text ? { text, at: event.at, operatorId: event.operatorId } : null;
}
