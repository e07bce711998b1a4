import { sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { Event, EventKind, EventOf } from '../../core/ledger/entry.ts';
import type { NeedleRecord } from '../../schemas/ledger/event.ts';
import { database, rows } from '../base/database.ts';
import { notFound } from '../base/problem.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';

/** The record of a broken needle by its break's id. Throws 404 when there is no such break. */
export async function needleRecord(id: string): Promise<NeedleRecord> {
  const one = async <K extends EventKind>(kind: K, where: string, values: readonly unknown[]) => {
    const [row] = await rows<Event>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE kind = '${kind}' AND ${where} LIMIT 1`,
      values,
    );
    return row ? (row as EventOf<K>) : null;
  };
  const broke = await one('break', 'id = $1', [id]);
  if (!broke) throw notFound('break');
  const ofSeat = 'machine_id = $1 AND head = $2 AND position = $3 AND NOT void';
  const seat = [broke.machineId, broke.head, broke.position, broke.at];
  const [needle, next, held] = await Promise.all([
    one('needle_fitted', `${ofSeat} AND at < $4 ORDER BY at DESC, id DESC`, seat),
    one('needle_fitted', `${ofSeat} AND at > $4 ORDER BY at, id`, seat),
    one('piece_held', `machine_id = $1 AND data->>'breakId' = $2 AND NOT void ORDER BY at`, [
      broke.machineId,
      id,
    ]),
  ]);
  const released = held?.closedBy ? await one('piece_released', 'id = $1', [held.closedBy]) : null;
  return { broke, needle, next, held, released, stitches: needle ? await sewnSince(broke, needle.at) : 0 };
}

async function sewnSince(broke: Event, since: string): Promise<number> {
  const [row] = await rows<{ stitches: number }>(
    database(),
    `SELECT coalesce(sum((stop->>'stitches')::bigint), 0)::bigint AS stitches
     FROM event, jsonb_array_elements(data->'stops') AS stop
     WHERE machine_id = $1 AND kind IN (${sqlKinds('sews')}) AND at >= $2 AND at <= $3 AND NOT void
       AND data->'heads' @> to_jsonb($4::int) AND (stop->>'position')::int = $5`,
    [broke.machineId, since, broke.at, broke.head, broke.position],
  );
  return row?.stitches ?? 0;
}
