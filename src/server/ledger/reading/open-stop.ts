import { kindsWith, sqlKinds } from '../../../core/ledger/about-kinds.ts';
import type { EntryKind } from '../../../core/ledger/entry.ts';
import type { Event } from '../../../schemas/ledger/event.ts';
import { rows, type Sql } from '../../base/database.ts';
import { reading } from '../projecting/columns.ts';

/** When machine `m.id` last had an entry of a kind that counts. Kind by kind: each is the end of an index. */
const lastOf = (kind: EntryKind) =>
  `(SELECT at, id FROM event WHERE machine_id = m.id AND kind = '${kind}' AND NOT void ORDER BY at DESC, id DESC LIMIT 1)`;

/**
 * The event with which machine `m.id` came to stand: the earliest stop not ended since it last sewed, so that time lost
 * is counted once, from there. For a lateral join; indexes event_page_kind and event_page.
 */
export const openStopOfM = `SELECT * FROM event
  WHERE machine_id = m.id AND kind IN (${sqlKinds('stops')}) AND NOT void AND closed_by IS NULL
    AND (at, id) > (SELECT at, id FROM (
      ${kindsWith('endsStop').map(lastOf).join(' UNION ALL ')}
      UNION ALL SELECT 'epoch', '00000000-0000-0000-0000-000000000000') AS sewed ORDER BY at DESC, id DESC LIMIT 1)
  ORDER BY at, id LIMIT 1`;

/** The stops that stand open now, by machine. */
export async function openStops(sql: Sql, machineIds: readonly string[]): Promise<Map<string, Event>> {
  // One machine has a text of its own: its plan is kept, while one over an array is made anew each time and takes longer
  // than running it.
  const isOne = machineIds.length === 1;
  const machines = isOne ? '(SELECT $1::uuid AS id) AS m' : 'unnest($1::uuid[]) AS m(id)';
  const found = await rows<Event>(
    sql,
    `SELECT ${reading('event', 'open')} FROM ${machines} CROSS JOIN LATERAL (${openStopOfM}) AS open`,
    [isOne ? machineIds[0] : machineIds],
  );
  return new Map(found.map((event) => [event.machineId, event]));
}
