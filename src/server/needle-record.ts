import type { Event } from '../schemas/event.ts';
import { database, rows } from './database.ts';
import { notFound } from './http/problem.ts';
import { eventColumns, eventFrom, type EventRow } from './ledger/event-row.ts';

/** Everything on record about one broken needle. */
export interface NeedleRecord {
  broke: Event;
  /** The needle that sat there, and stitches it had sewn when it broke. */
  needle: Event | null;
  stitches: number;
  /** The piece held for it, and its release. */
  held: Event | null;
  released: Event | null;
  /** The needle fitted after it. */
  next: Event | null;
}

/** The record of a broken needle by its break's id. Throws 404 when there is no such break. */
export async function needleRecord(id: string): Promise<NeedleRecord> {
  const one = async (text: string, values: readonly unknown[]): Promise<Event | null> => {
    const [row] = await rows<EventRow>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE ${text} LIMIT 1`,
      values,
    );
    return row ? eventFrom(row) : null;
  };
  const broke = await one(`id = $1 AND kind = 'break'`, [id]);
  if (!broke) throw notFound('break');
  const seat = [broke.machineId, broke.head, broke.position];
  const [needle, next, held] = await Promise.all([
    one(
      `machine_id = $1 AND head = $2 AND position = $3 AND kind = 'needle_fitted' AND at < $4 AND NOT void ORDER BY at DESC, id DESC`,
      [...seat, broke.at],
    ),
    one(
      `machine_id = $1 AND head = $2 AND position = $3 AND kind = 'needle_fitted' AND at > $4 AND NOT void ORDER BY at, id`,
      [...seat, broke.at],
    ),
    one(`machine_id = $1 AND kind = 'piece_held' AND data->>'breakId' = $2 AND NOT void ORDER BY at`, [
      broke.machineId,
      id,
    ]),
  ]);
  const released = held?.closedBy ? await one('id = $1', [held.closedBy]) : null;
  return { broke, needle, next, held, released, stitches: needle ? await sewnSince(broke, needle.at) : 0 };
}

async function sewnSince(broke: Event, since: string): Promise<number> {
  const [row] = await rows<{ stitches: number }>(
    database(),
    `SELECT coalesce(sum((stop->>'stitches')::bigint), 0)::bigint AS stitches
     FROM event, jsonb_array_elements(data->'stops') AS stop
     WHERE machine_id = $1 AND kind IN ('piece_finished', 'part_sewn') AND at >= $2 AND at <= $3 AND NOT void
       AND data->'heads' @> to_jsonb($4::int) AND (stop->>'position')::int = $5`,
    [broke.machineId, since, broke.at, broke.head, broke.position],
  );
  return row?.stitches ?? 0;
}
