import type { BoardMachine } from '../../core/board/machine.ts';
import { serverNow } from '../base/clock.ts';
import { log } from '../base/log.ts';
import { listenToAll } from '../base/news.ts';
import { actsAt } from './acts.ts';
import { boardRows } from './rows.ts';

/** What a board is told: one machine, as it is now. */
type Told = (machine: BoardMachine) => void;

/** News of a machine are gathered for so long, ms: at full feed it is read a few times a second, and not at every line. */
const gatherMs = 120;
/** What is to be acted on is worked out again at most this often for a machine, and all machines are looked at, ms. */
const actsEveryMs = 10_000;

const boards = new Set<Told>();
/** Each machine as it was told last. */
const told = new Map<string, string>();
const acts = new Map<string, BoardMachine['acts']>();
/** When each of these was worked out, ms since 1970. */
const workedOutAt = new Map<string, number>();
const changed = new Set<string>();
/** Those whose list of what to act on is older than their news. */
const stale = new Set<string>();
let stopListening: Promise<() => void> | undefined;
let gathering: ReturnType<typeof setTimeout> | undefined;
let looking: ReturnType<typeof setInterval> | undefined;
let isLooking = false;

/** Every machine now, with what is to be acted on: worked out anew where it is not known, or old and nobody watches. */
export async function boardNow(): Promise<BoardMachine[]> {
  const rows = await boardRows(null);
  const oldest = boards.size > 0 ? 0 : serverNow().getTime() - actsEveryMs;
  for (const { id } of rows) if ((workedOutAt.get(id) ?? -1) < oldest) await workOut(id);
  return rows.map((row) => ({ ...row, acts: acts.get(row.id) ?? [] }));
}

/** Calls `tell` with every machine that changes from now on, once for all boards of this process. Returns how to stop. */
export async function watchBoard(tell: Told): Promise<() => void> {
  boards.add(tell);
  stopListening ??= listenToAll((machineId) => {
    stale.add(machineId);
    changed.add(machineId);
    gathering ??= setTimeout(() => void tellChanged(), gatherMs);
  });
  looking ??= setInterval(() => void lookAtAll(), actsEveryMs);
  const leave = () => {
    boards.delete(tell);
    if (boards.size > 0) return;
    clearInterval(looking);
    clearTimeout(gathering);
    looking = gathering = undefined;
    const stop = stopListening;
    stopListening = undefined;
    stop?.then(
      (end) => end(),
      () => undefined,
    );
    for (const kept of [told, acts, workedOutAt, changed, stale]) kept.clear();
  };
  try {
    await stopListening;
  } catch (error) {
    // The database is away: whoever comes again begins anew.
    leave();
    throw error;
  }
  return leave;
}

async function tellChanged(): Promise<void> {
  const ids = [...changed];
  changed.clear();
  try {
    await tellAll(ids);
  } catch (error) {
    // Told with the next news, or when all are looked at.
    log().warn({ err: error }, 'board could not read');
  } finally {
    gathering = changed.size > 0 ? setTimeout(() => void tellChanged(), gatherMs) : undefined;
  }
}

async function tellAll(ids: readonly string[] | null): Promise<void> {
  for (const row of await boardRows(ids)) {
    const machine = { ...row, acts: acts.get(row.id) ?? [] };
    // A feed tells its time at every line: that alone is no news.
    const text = JSON.stringify({ ...machine, feed: machine.feed?.isRunning ?? null });
    if (told.get(row.id) === text) continue;
    told.set(row.id, text);
    for (const tell of boards) tell(machine);
  }
}

/** New machines, lost news, feeds' times, and what is to be acted on. */
async function lookAtAll(): Promise<void> {
  if (isLooking) return;
  isLooking = true;
  try {
    for (const id of [...stale].filter((each) => told.has(each) || acts.has(each))) await workOut(id);
    for (const row of await boardRows(null)) {
      if (!acts.has(row.id)) await workOut(row.id);
      const machine = { ...row, acts: acts.get(row.id) ?? [] };
      for (const tell of boards) tell(machine);
    }
  } catch (error) {
    log().warn({ err: error }, 'board could not look');
  } finally {
    isLooking = false;
  }
}

async function workOut(id: string): Promise<void> {
  stale.delete(id);
  workedOutAt.set(id, serverNow().getTime());
  acts.set(id, await actsAt(id).catch(() => acts.get(id) ?? []));
}
