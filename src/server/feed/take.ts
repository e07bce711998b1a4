import { v7 as uuid7 } from 'uuid';
import { noFeedYet, type FeedEvent, type FeedNow } from '../../core/feed/event.ts';
import { foldFeed, type FeedMachine } from '../../core/feed/fold.ts';
import type { Entry } from '../../core/ledger/entry.ts';
import type { FeedTaken } from '../../schemas/feed.ts';
import type { Machine } from '../../schemas/workshop.ts';
import { database, rows } from '../database.ts';
import { normalEntry } from '../ledger/accept.ts';
import { storeEntries } from '../ledger/queue.ts';
import { openNow } from '../ledger/read.ts';
import { matchLately } from './match.ts';
import { tellFeed } from './tell.ts';

/** Lines whose ids are kept, to know one that is sent again; no batch is longer. */
const remembered = 200;

interface Kept {
  now: FeedNow;
  recent: string[];
}

/** One after another for each machine: the state is read, folded and written back. */
const chains = new Map<string, Promise<unknown>>();

/** Takes lines of a machine's feed, in order. Each is stored once, however often it is sent. */
export function takeFeed(machine: Machine, lines: readonly FeedEvent[]): Promise<FeedTaken> {
  const before = chains.get(machine.id) ?? Promise.resolve();
  const taken = before.then(
    () => take(machine, lines),
    () => take(machine, lines),
  );
  chains.set(machine.id, taken);
  void taken.catch(() => undefined).then(() => chains.get(machine.id) === taken && chains.delete(machine.id));
  return taken;
}

async function take(machine: Machine, lines: readonly FeedEvent[]): Promise<FeedTaken> {
  // Another server process may take lines of the same machine: then it is folded once more, and gives the same entries.
  for (let attempt = 0; attempt < 5; attempt++) {
    const answer = await tryTake(machine, lines);
    if (answer) return answer;
  }
  throw new Error(`The feed of ${machine.name} is being written by several servers at once.`);
}

async function tryTake(machine: Machine, lines: readonly FeedEvent[]): Promise<FeedTaken | null> {
  const kept = await readFeed(machine.id);
  const about: FeedMachine = { ...machine, jobId: await jobOn(machine.id) };
  const known = new Set(kept?.recent);
  const answer: FeedTaken = { taken: 0, again: 0, refused: [] };
  const entries: Entry[] = [];
  const ids: string[] = [];
  let now = kept?.now ?? noFeedYet;
  // The stop that stands open, asked for once it is needed.
  let open: string | null | undefined;
  for (const [index, line] of lines.entries()) {
    if (known.has(line.id)) {
      answer.again++;
      continue;
    }
    known.add(line.id);
    const folded = foldFeed(now, line, about);
    if (folded.refused !== null) {
      answer.refused.push({ line: index + 1, why: folded.refused });
      continue;
    }
    now = folded.now;
    ids.push(line.id);
    answer.taken++;
    if (folded.entry === 'again') {
      open = open === undefined ? ((await openNow(database(), machine.id)).openStop?.id ?? null) : open;
      if (open !== null) entries.push(sewingAgain(line, machine.id, about.jobId, open));
      open = null;
    } else if (folded.entry) {
      entries.push(folded.entry);
      if (folded.entry.kind === 'piece_finished') open = null;
      else if (open === null || open === undefined) open ??= folded.entry.id;
    }
  }
  if (entries.length > 0) await storeEntries(entries.map(normalEntry));
  const stops = entries.filter((entry) => entry.kind === 'break' || entry.kind === 'stop');
  if (stops.length > 0) await matchLately(machine.id, stops);
  const recent = [...(kept?.recent ?? []), ...ids].slice(-remembered);
  if (!(await writeFeed(machine.id, kept, { now, recent }))) return null;
  tellFeed(machine.id, now);
  return answer;
}

function sewingAgain(line: FeedEvent, machineId: string, jobId: string | null, closes: string): Entry {
  return {
    ...{ id: line.id, machineId, at: line.at, operatorId: null, jobId, corrects: null },
    ...{ head: null, position: null, kind: 'sewing_again', data: { closes } },
  };
}

async function jobOn(machineId: string): Promise<string | null> {
  const [row] = await rows<{ job_id: string | null }>(
    database(),
    'SELECT job_id FROM machine_now WHERE machine_id = $1',
    [machineId],
  );
  return row?.job_id ?? null;
}

async function readFeed(machineId: string): Promise<Kept | null> {
  const [row] = await rows<{ state: Kept }>(database(), 'SELECT state FROM feed_now WHERE machine_id = $1', [
    machineId,
  ]);
  return row?.state ?? null;
}

/** Writes the state unless another process has done so since `before` was read. */
async function writeFeed(machineId: string, before: Kept | null, kept: Kept): Promise<boolean> {
  const last = kept.recent.at(-1);
  if (!last) return true;
  const written = await rows(
    database(),
    `INSERT INTO feed_now (machine_id, last_id, state) VALUES ($1, $2, $3)
     ON CONFLICT (machine_id) DO UPDATE SET last_id = excluded.last_id, state = excluded.state, changed_at = now()
     WHERE feed_now.last_id = $4 RETURNING machine_id`,
    // Without a state before, any that is there now is another's: no id equals this one.
    [machineId, last, JSON.stringify(kept), before?.recent.at(-1) ?? uuid7()],
  );
  return written.length > 0;
}

/** A machine as its feed told it last; null: it has none. */
export async function feedNow(machineId: string): Promise<FeedNow | null> {
  const [row] = await rows<{ now: FeedNow }>(
    database(),
    "SELECT state->'now' AS now FROM feed_now WHERE machine_id = $1",
    [machineId],
  );
  return row?.now ?? null;
}
