import { database, rows } from '../database.ts';

/** Months outside this span (a device whose clock is years off) go to the default partition. */
const firstYear = 2020;
const monthsAhead = 2;
const made = new Set<string>();
/** First eight figures of ids, each 65 s of time that lies within one month, whose partition was seen to. */
const settled = new Set<string>();

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

/** Months of `ids` that have a partition of their own; the others go to the default one. */
export function monthsOf(ids: readonly string[], now: Date): Set<string> {
  const last = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + monthsAhead, 1))
    .toISOString()
    .slice(0, 10);
  return new Set(ids.map(monthOfId).filter((month) => month >= `${firstYear}-01-01` && month <= last));
}

/**
 * Makes the ledger's partitions for the months of `ids` before they are written.
 * A month's partition must exist before its first row, or that row would sit in the default one for good.
 */
export async function makeMonths(ids: readonly string[], now: Date): Promise<void> {
  const unseen = ids.filter((id) => !settled.has(id.slice(0, 8)));
  if (unseen.length === 0) return;
  for (const month of monthsOf(unseen, now)) {
    if (made.has(month)) continue;
    // Not in the writer's transaction: if that is undone, the month must not be, since it is remembered here.
    await rows(database(), 'SELECT ledger_make_month($1::date)', [month]);
    made.add(month);
  }
  for (const id of unseen) if (made.has(monthOfId(id))) settle(id);
}
