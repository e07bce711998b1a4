import { serverNow } from '../../base/clock.ts';
import { database, rows, type Sql } from '../../base/database.ts';
import { log } from '../../base/log.ts';

/** Months outside this span (a device whose clock is years off) go to the default partition. */
const firstYear = 2020;
const monthsAhead = 2;
/** Months that need no more seeing to: they have their partition, or stay with the default one. */
const made = new Set<string>();
/** First eight figures of ids, each 65 s of time that lies within one month, whose partition was seen to. */
const settled = new Set<string>();
/** The day on which the months ahead were made last. */
let aheadOn = '';

function settle(id: string): void {
  const prefix = id.slice(0, 8);
  const ends = [`${prefix}-0000`, `${prefix}-ffff`].map(monthOfId);
  // A month's end may fall into the 65 s; and ids of many years must not fill the memory.
  if (ends[0] === ends[1] && settled.size < 10_000) settled.add(prefix);
}

/** The UTC month ("2026-11-01") in which a UUIDv7 was made, by its first 48 bits. */
export function monthOfId(id: string): string {
  const made = new Date(parseInt(id.slice(0, 8) + id.slice(9, 13), 16));
  return `${made.toISOString().slice(0, 7)}-01`;
}

const monthAfter = (now: Date, months: number) =>
  new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + months, 1)).toISOString().slice(0, 10);

/** Months of `ids` that should have a partition of their own; the others go to the default one. */
export function monthsOf(ids: readonly string[], now: Date): Set<string> {
  const last = monthAfter(now, monthsAhead);
  return new Set(ids.map(monthOfId).filter((month) => month >= `${firstYear}-01-01` && month <= last));
}

/** Makes a month's partition; false: the default one goes on holding the month (db/migrations/009). */
export async function makeMonth(month: string, sql: Sql = database()): Promise<boolean> {
  const [row] = await rows<{ made: boolean }>(sql, 'SELECT ledger_make_month($1::date) AS made', [month]);
  return row?.made ?? false;
}

/**
 * Makes the ledger's partitions for the months of `ids` before they are written, and once a day those ahead. Never fails:
 * an entry that finds no partition of its month is kept in the default one, which then holds that month for good.
 */
export async function makeMonths(ids: readonly string[], now = serverNow()): Promise<void> {
  const today = now.toISOString().slice(0, 10);
  const unseen = ids.filter((id) => !settled.has(id.slice(0, 8)));
  if (unseen.length === 0 && aheadOn === today) return;
  const wanted = monthsOf(unseen, now);
  const atOnce = new Set(wanted);
  if (aheadOn !== today)
    for (let ahead = 0; ahead <= monthsAhead; ahead++) wanted.add(monthAfter(now, ahead));
  aheadOn = today;
  for (const month of wanted) {
    if (made.has(month)) continue;
    // Not in the writer's transaction: if that is undone, the month must not be, since it is remembered here.
    const done = await makeMonth(month).catch((error: unknown) => {
      log().warn({ err: error, month }, 'month not made: its entries go to the default partition');
      return false;
    });
    // One that is only ahead is tried again tomorrow; one that is written now lies in the default partition from here on.
    if (done || atOnce.has(month)) made.add(month);
    if (!done) log().warn({ month }, 'the default partition holds this month');
  }
  for (const id of unseen) if (made.has(monthOfId(id))) settle(id);
}
