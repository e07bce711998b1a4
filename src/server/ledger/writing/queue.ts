import type { Entry } from '../../../core/ledger/entry.ts';
import { isTimedOut, isUnreachable } from '../../http/problem.ts';
import { batchEntries, batchSeconds, watchNumber } from '../../base/metrics.ts';
import { writeEntries, type Stored } from './write.ts';

interface Waiting {
  entries: readonly Entry[];
  isTold: boolean;
  resolve: (stored: Stored[]) => void;
  reject: (error: unknown) => void;
}

/** Entries written in one transaction at most. */
const batchLimit = 400;
/**
 * How long at most a batch waits for company, ms. A transaction costs much the same for one entry as for twenty,
 * and those who were answered together write again together: the next batch waits until as many have come as the
 * last one had. One operator alone never waits.
 */
const gatherMs = 5;
const waiting: Waiting[] = [];
let writing = false;
let crowd = 1;
let crowdHasCome: () => void = () => undefined;
watchNumber('vivid_queue', 'Messages that wait for the writer.', 'queue', () => ({ ledger: waiting.length }));

/**
 * Stores entries, together with whatever else arrived while the last transaction was being written: one sync
 * to disk then serves many touches. Answers when they are safe. If one message of a batch is refused, each is
 * written by itself, so that nobody's entry fails for another's fault. `isTold`: made from a machine's lines, whose ids
 * stand for the line, not for what it comes to ({@link writeEntries}).
 */
export function storeEntries(
  entries: readonly Entry[],
  { isTold = false }: { isTold?: boolean } = {},
): Promise<Stored[]> {
  return new Promise((resolve, reject) => {
    waiting.push({ entries, isTold, resolve, reject });
    if (waiting.length >= crowd) crowdHasCome();
    if (!writing) void drain();
  });
}

/** Waits until as many messages wait as are expected, or long enough. */
async function gather(): Promise<void> {
  if (waiting.length < crowd) {
    await new Promise<void>((ready) => {
      crowdHasCome = ready;
      setTimeout(ready, gatherMs);
    });
  }
  crowd = Math.max(1, waiting.length);
}

async function drain(): Promise<void> {
  writing = true;
  try {
    await drainAll();
  } finally {
    // Whatever happened: the next touch must find a writer.
    writing = false;
  }
}

async function drainAll(): Promise<void> {
  while (waiting.length > 0) {
    await gather();
    const batch = takeBatch();
    try {
      const stored = await write(batch);
      let at = 0;
      for (const one of batch) one.resolve(stored.slice(at, (at += one.entries.length)));
    } catch (error) {
      // Where the database is away or held, each alone would wait as long again, and all machines with them.
      if (batch.length === 1 || (isUnreachable(error) && !isTimedOut(error)))
        for (const one of batch) one.reject(error);
      else for (const one of batch) await write([one]).then(one.resolve, one.reject);
    }
    // Let those who were just answered come again before the next batch is made.
    crowd = Math.max(crowd, batch.length + waiting.length);
  }
}

async function write(batch: readonly Waiting[]): Promise<Stored[]> {
  const took = batchSeconds.startTimer();
  const told = batch.filter((other) => other.isTold).flatMap((one) => one.entries.map((entry) => entry.id));
  const entries = batch.flatMap((one) => one.entries);
  const stored = await writeEntries(entries, { told: new Set(told) });
  took();
  batchEntries.observe(entries.length);
  return stored;
}

/** The next messages that fit one transaction. An id may stand in it once only, or the insert cannot tell which came first. */
function takeBatch(): Waiting[] {
  const batch: Waiting[] = [];
  const ids = new Set<string>();
  let count = 0;
  while (waiting[0]) {
    const next = waiting[0];
    const repeats = next.entries.some((entry) => ids.has(entry.id));
    if (batch.length > 0 && (repeats || count + next.entries.length > batchLimit)) break;
    next.entries.forEach((entry) => ids.add(entry.id));
    count += next.entries.length;
    batch.push(waiting.shift()!);
  }
  return batch;
}
