import { foldingKinds } from '../../core/ledger/about-kinds.ts';
import { timeLosingKinds } from '../../core/ledger/progress.ts';
import { addExposure, livesNow, noExposures, stopHolds } from '../../core/findings/exposure/exposures.ts';
import { applyEntry } from '../../core/ledger/head.ts';
import { database, inTransaction, longWork, rows, type Sql } from '../base/database.ts';
import { eventChunks } from '../ledger/projecting/event-chunks.ts';
import { headBefore } from '../ledger/projecting/seats.ts';
import { dropFrom, nameMost, storeExposures, storeLives, sumDays, tellNext } from './store.ts';

const kinds = [...new Set<string>([...foldingKinds, ...timeLosingKinds])];

/**
 * Brings what a machine's findings are worked out from up to the ledger: all days from the first on which anything is new, late or corrected are
 * counted anew from the heads as they were then, by the same fold that the seats come from; nothing, where nothing changed. The
 * result is the same whenever and however often it is done. (It is done when it is asked for, not at each touch: a touch costs what it did.)
 */
export async function catchUp(machineId: string): Promise<void> {
  const [behind] = await rows<{ newest: number | null; seq: number | null }>(
    database(),
    `SELECT (SELECT max(changed_seq) FROM event WHERE machine_id = $1) AS newest,
       (SELECT seq FROM learnt_mark WHERE machine_id = $1) AS seq`,
    [machineId],
  );
  if ((behind?.newest ?? 0) === (behind?.seq ?? 0)) return;
  await inTransaction(async (sql) => {
    await longWork(sql);
    await catchUpIn(sql, machineId);
  });
}

/** What is being caught up in this process, by the machine; the last that was asked for. */
const underWay = new Map<string, Promise<void>>();

/**
 * {@link catchUp}, waited for so long: whether it is done. A ledger of years is counted for the first time in minutes; that goes on in the
 * background, and whoever asks again later finds it done.
 */
export async function caughtUp(machineId: string, withinMs: number): Promise<boolean> {
  // What is under way began before something that this asker may know of: it is waited for, and then looked once more.
  const before = underWay.get(machineId)?.catch(() => undefined) ?? Promise.resolve();
  const work = before.then(() => catchUp(machineId));
  underWay.set(machineId, work);
  const over = () => underWay.get(machineId) === work && underWay.delete(machineId);
  // Nobody may be waiting any more when it fails: the next who asks is told.
  work.then(over, over);
  let late: ReturnType<typeof setTimeout> | undefined;
  const timeIsUp = new Promise<false>((done) => (late = setTimeout(() => done(false), withinMs)));
  try {
    return await Promise.race([work.then(() => true as const), timeIsUp]);
  } finally {
    clearTimeout(late);
  }
}

/** From so many entries on, what was counted may be the most of what there is. */
const manyEntries = 10_000;

/** The same within a transaction of the caller's. */
export async function catchUpIn(sql: Sql, machineId: string): Promise<void> {
  // One at a time; what another has caught up meanwhile is not counted again.
  await rows(sql, 'SELECT pg_advisory_xact_lock(hashtextextended($1::text, 8))', [machineId]);
  const change = await changedSince(sql, machineId);
  if (!change) return;
  const { day, seq } = change;
  await dropFrom(sql, machineId, day);
  const begins = Date.parse(`${day}T00:00:00Z`);
  const warm = new Date(begins - stopHolds).toISOString();
  const { now: first, mark } = await headBefore(sql, machineId, warm);
  let now = first;
  const sums = noExposures();
  let counted = 0;
  for await (const chunk of eventChunks(sql, machineId, kinds, mark)) {
    for (const event of chunk) {
      if (event.at >= warm)
        addExposure(sums, now, event, { lostMs: event.lostMs ?? 0, counts: Date.parse(event.at) >= begins });
      now = applyEntry(now, event);
    }
    counted += chunk.length;
    await storeExposures(sql, machineId, sums);
  }
  await storeLives(sql, machineId, livesNow(now));
  // Nothing has looked at how large the tables are by now, and the database would go through all of one for each row of the other.
  if (counted > manyEntries)
    for (const table of ['sewn_cell', 'needle_life']) await rows(sql, `ANALYZE ${table}`);
  await sumDays(sql, machineId, day);
  await tellNext(sql, machineId, day);
  await nameMost(sql, machineId, day);
  await rows(
    sql,
    'INSERT INTO learnt_mark VALUES ($1, $2) ON CONFLICT (machine_id) DO UPDATE SET seq = excluded.seq',
    [machineId, seq],
  );
}

/**
 * The first day (UTC) on which anything is otherwise than it was counted, and the newest change there is; null: none since. A corrected
 * entry counts from where it stood or stands now.
 */
async function changedSince(sql: Sql, machineId: string): Promise<{ day: string; seq: number } | null> {
  const [found] = await rows<{ seq: number | null; at: string | null }>(
    sql,
    `WITH mark AS (SELECT coalesce((SELECT seq FROM learnt_mark WHERE machine_id = $1), 0) AS seq),
     changed AS (
       SELECT id, at, corrections, changed_seq FROM event
       WHERE machine_id = $1 AND changed_seq > (SELECT seq FROM mark))
     SELECT max(changed_seq) AS seq, least(min(at),
       (SELECT min(at) FROM ledger WHERE id IN (SELECT id FROM changed WHERE corrections > 0)),
       (SELECT min((c.data->>'at')::timestamptz) FROM changed JOIN ledger c ON c.corrects = changed.id
        WHERE changed.corrections > 0)) AS at
     FROM changed`,
    [machineId],
  );
  return found?.seq ? { day: found.at!.slice(0, 10), seq: found.seq } : null;
}
