import { is, sqlKinds } from '../../core/ledger/about-kinds.ts';
import type { Event, KindWith } from '../../core/ledger/entry.ts';
import { database, rows } from '../base/database.ts';
import { eventColumns, eventFrom, type EventRow } from '../ledger/projecting/event-row.ts';

/** Entries of a case's life told at most: the newest. */
const mostOfCase = 200;
const ofLife = `kind IN (${sqlKinds('ofCase')}) AND NOT void
  ORDER BY at DESC, id DESC LIMIT ${mostOfCase}`;

type EventOfCase = Extract<Event, { kind: KindWith<'ofCase'> }>;

/** The life of a case, oldest first: readings, turns, falls, blocks; on whichever machine. Index event_of_case. */
export async function caseLife(caseId: string): Promise<EventOfCase[]> {
  const found = await rows<EventRow>(
    database(),
    `SELECT ${eventColumns} FROM event
     WHERE data->>'caseId' = $1 AND ${ofLife}`,
    [caseId],
  );
  return found
    .map(eventFrom)
    .filter((event) => is(event, 'ofCase'))
    .reverse();
}

/** The lives of all cases in use, by the case, in one query. */
export async function caseLives(): Promise<Record<string, Event[]>> {
  const found = await rows<EventRow & { case_id: string }>(
    database(),
    `SELECT c.id AS case_id, life.* FROM bobbin_case c LEFT JOIN LATERAL (
       SELECT ${eventColumns} FROM event
       WHERE data->>'caseId' = c.id::text AND ${ofLife}) AS life ON true
     WHERE c.retired IS NULL ORDER BY life.at, life.id`,
  );
  const lives: Record<string, Event[]> = {};
  for (const { case_id: caseId, ...row } of found) {
    lives[caseId] ??= [];
    // A case without a life has one row of nothing.
    if (row.id) lives[caseId].push(eventFrom(row));
  }
  return lives;
}

/** The newest block and the newest upper reading of each position of a machine. Index event_page_kind. */
export async function lastOnMachine(machineId: string): Promise<{ block: Event | null; uppers: Event[] }> {
  const of = (kind: string, limit: number) =>
    rows<EventRow>(
      database(),
      `SELECT ${eventColumns} FROM event WHERE machine_id = $1 AND kind = $2 AND NOT void
       ORDER BY at DESC, id DESC LIMIT ${limit}`,
      [machineId, kind],
    );
  const [blocks, uppers] = await Promise.all([of('block_read', 1), of('upper_gauged', 100)]);
  return { block: blocks[0] ? eventFrom(blocks[0]) : null, uppers: uppers.map(eventFrom) };
}
