import { sqlNoBreaks } from '../../core/fault/faults.ts';
import { fieldOf, kindsOfStory, sqlKinds, sqlList } from '../../core/ledger/about-kinds.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { HeadNowMessage, Story } from '../../schemas/workshop.ts';
import { database, rows } from '../base/database.ts';
import { eventColumns } from '../ledger/projecting/columns.ts';
import { openStops } from '../ledger/reading/open-stop.ts';
import { heldPieces, newestSeq } from '../ledger/reading/read.ts';
import { readHead } from '../ledger/projecting/seats.ts';

/**
 * The heads of a machine as they are now. `seq` is read first: whatever changes later comes by the live feed. `until` is read
 * last: what changed between the two may be in it already, and must not be folded in again.
 */
export async function headNow(machineId: string): Promise<HeadNowMessage> {
  const seq = await newestSeq(machineId);
  const [open, held, { now }, clashes] = await Promise.all([
    openStops(database(), [machineId]),
    heldPieces(machineId),
    readHead(database(), machineId),
    clashesOf(machineId),
  ]);
  const until = await newestSeq(machineId);
  return { seq, until, openStop: open.get(machineId) ?? null, held, seats: now.seats, job: now.job, clashes };
}

/** A clash is asked about for this long; later nobody knows any more. */
const clashDays = 14;

/**
 * Entries of two devices that both say they took the place of the same needle or cone. Index event_page_kind. Each group
 * oldest first.
 */
async function clashesOf(machineId: string): Promise<Event[][]> {
  const found = await rows<Event>(
    database(),
    `SELECT ${eventColumns} FROM (
       SELECT *, count(*) OVER (PARTITION BY head, position, kind, data->>'over') AS many FROM event
       WHERE machine_id = $1 AND kind IN (${sqlKinds('fits')}) AND NOT void AND data ? 'over'
         AND at > now() - $2 * interval '1 day') AS e
     WHERE many > 1 ORDER BY at, id`,
    [machineId, clashDays],
  );
  const groups = new Map<string, Event[]>();
  for (const event of found) {
    const key = [event.head, event.position, event.kind, fieldOf(event, 'over')].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), event]);
  }
  return [...groups.values()];
}

const storyKinds = (part: keyof Pick<Story, 'needles' | 'breaks' | 'others'>) => sqlList(kindsOfStory(part));

/** What one position of one head has been through: its last needles, breaks and other entries. */
export async function positionStory(machineId: string, head: number, position: number): Promise<Story> {
  // The kinds stand in the text: index event_seat_seldom serves those that are seldom, and it must be seen that they are.
  const latest = (kinds: string, limit: number) =>
    rows<Event>(
      database(),
      `SELECT ${eventColumns} FROM event
       WHERE machine_id = $1 AND head = $2 AND position = $3 AND kind IN (${kinds}) AND NOT void
       ORDER BY at DESC, id DESC LIMIT ${limit}`,
      [machineId, head, position],
    ).then((found) => found);
  const [needles, breaks, others] = await Promise.all([
    latest(storyKinds('needles'), 6),
    latest(storyKinds('breaks'), 8),
    latest(storyKinds('others'), 6),
  ]);
  return {
    needles,
    breaks,
    others,
    breaksSinceNeedle: await breaksSince(machineId, head, position, needles[0]),
    caseThen: await caseThen(machineId, breaks),
  };
}

/** The bobbin tension at the time of each break: the machine's last reading before it. Index event_page_kind. */
async function caseThen(machineId: string, breaks: readonly Event[]): Promise<Story['caseThen']> {
  if (breaks.length === 0) return {};
  const found = await rows<{ id: string; grams: number; at: string }>(
    database(),
    `SELECT broke.id, (reading.data->>'grams')::float8 AS grams, reading.at
     FROM unnest($2::uuid[], $3::timestamptz[]) AS broke (id, at)
       CROSS JOIN LATERAL (
         SELECT data, at FROM event
         WHERE machine_id = $1 AND kind = 'case_measured' AND at <= broke.at AND NOT void
         ORDER BY at DESC, id DESC LIMIT 1) AS reading`,
    [machineId, breaks.map((stop) => stop.id), breaks.map((stop) => stop.at)],
  );
  return Object.fromEntries(found.map(({ id, grams, at }) => [id, { grams, at }]));
}

async function breaksSince(
  machineId: string,
  head: number,
  position: number,
  needle: Event | undefined,
): Promise<number> {
  if (!needle) return 0;
  const [row] = await rows<{ count: number }>(
    database(),
    `SELECT count(*) AS count FROM event
     WHERE machine_id = $1 AND head = $2 AND position = $3 AND kind = 'break' AND NOT void AND at >= $4
       AND (fault IS NULL OR fault NOT IN (${sqlNoBreaks}))`,
    [machineId, head, position, needle.at],
  );
  return row?.count ?? 0;
}
