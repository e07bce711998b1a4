import type { Entry } from '../../../core/ledger/entry.ts';
import { isTimedOut, isUnreachable } from '../../base/problem.ts';
import { batchEntries, batchSeconds, watchNumber } from '../../base/metrics.ts';
import { isSlow, judge, suspect, wasSlow } from './slow-senders.ts';
import { writeEntries, type Stored } from './write.ts';

interface Waiting {
  entries: readonly Entry[];
  isTold: boolean;
  sender: string;
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
/** More entries than these, or one older than this (ms), may cost a fold of much of the ledger: such a message is written apart. */
const fewEntries = 50;
const recentMs = 3_600_000;

const waiting: Waiting[] = [];
/** Messages that are written apart, by sender: the one whose turn is next first. */
const apart = new Map<string, Waiting[]>();
/** Machines that are being written apart: their lock would hold up a batch. */
let held: ReadonlySet<string> = new Set();
let writing = false;
let writingApart = false;
let crowd = 1;
let crowdHasCome: () => void = () => undefined;
watchNumber('vivid_queue', 'Messages that wait for the writer.', 'queue', () => ({
  ledger: waiting.length,
  apart: [...apart.values()].reduce((sum, messages) => sum + messages.length, 0),
}));

/**
 * Stores entries, together with whatever else arrived while the last transaction was being written: one sync
 * to disk then serves many touches. Answers when they are safe. If one message of a batch is refused, each is
 * written by itself, so that nobody's entry fails for another's fault. What costs much more than a touch is written apart, one message at a time and a sender at a time, beside
 * the others. `isTold`: made from a machine's lines, whose ids stand for the line, not for what it comes to ({@link writeEntries}). `sender`: a device, a feed, or the server.
 */
export function storeEntries(
  entries: readonly Entry[],
  { isTold = false, sender = 'server' }: { isTold?: boolean; sender?: string } = {},
): Promise<Stored[]> {
  return new Promise((resolve, reject) => {
    const one = { entries, isTold, sender, resolve, reject };
    if (mayBeDear(one)) return writeApart(one);
    waiting.push(one);
    if (waiting.length >= crowd) crowdHasCome();
    if (!writing) void drain();
  });
}

function mayBeDear({ entries, sender }: Waiting): boolean {
  const now = Date.now();
  return (
    entries.length > fewEntries ||
    isSlow(sender, now) ||
    entries.some((entry) => Date.parse(entry.at) < now - recentMs)
  );
}

function writeApart(one: Waiting): void {
  apart.set(one.sender, [...(apart.get(one.sender) ?? []), one]);
  if (!writingApart) void drainApart();
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
    while (waiting.length > 0) {
      await gather();
      const batch = takeBatch();
      // All that wait are for machines that are being written apart: drainApart comes back to them.
      if (batch.length === 0) return;
      await writeBatch(batch);
      // Let those who were just answered come again before the next batch is made.
      crowd = Math.max(crowd, batch.length + waiting.length);
    }
  } finally {
    // Whatever happened: the next touch must find a writer.
    writing = false;
  }
}

async function writeBatch(batch: readonly Waiting[]): Promise<void> {
  const began = performance.now();
  try {
    const stored = await write(batch);
    let at = 0;
    for (const one of batch) one.resolve(stored.slice(at, (at += one.entries.length)));
  } catch (error) {
    // One of them takes too long: whose, is found out beside the others.
    if (isTimedOut(error)) for (const one of batch) writeApart(one);
    // Where the database is away or held, each alone would wait as long again, and all machines with them.
    else if (batch.length === 1 || isUnreachable(error)) for (const one of batch) one.reject(error);
    else for (const one of batch) await write([one]).then(one.resolve, one.reject);
  }
  if (wasSlow(performance.now() - began)) suspect(batch.map(({ sender }) => sender));
}

/** Writes one message at a time, of each sender in turn; the others' touches at the same machine go in between. */
async function drainApart(): Promise<void> {
  writingApart = true;
  try {
    for (let one = nextApart(); one; one = nextApart()) {
      held = new Set(one.entries.map((entry) => entry.machineId));
      const began = performance.now();
      await write([one]).then(one.resolve, one.reject);
      judge(one.sender, performance.now() - began, Date.now());
      await letOthersIn();
    }
  } finally {
    held = new Set();
    writingApart = false;
  }
}

/** Whoever waited for the machine that was just written apart comes before its next message there. */
async function letOthersIn(): Promise<void> {
  const owed = waiting.filter((one) => isHeld(one));
  held = new Set();
  if (owed.length > 0 && !writing) void drain();
  while (owed.some((one) => waiting.includes(one))) await new Promise((done) => setTimeout(done, 2));
}

const isHeld = ({ entries }: Waiting): boolean => entries.some((entry) => held.has(entry.machineId));

function nextApart(): Waiting | undefined {
  const [next] = apart;
  if (!next) return undefined;
  const [sender, [one, ...rest]] = next;
  // Its turn comes again after everybody else's.
  apart.delete(sender);
  if (rest.length > 0) apart.set(sender, rest);
  return one;
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

/**
 * The next messages that fit one transaction, but for those of machines that are being written apart. An id may stand in it once only, or the insert cannot tell which came
 * first.
 */
function takeBatch(): Waiting[] {
  const batch: Waiting[] = [];
  const left: Waiting[] = [];
  const ids = new Set<string>();
  let count = 0;
  while (waiting[0]) {
    const next = waiting[0];
    if (isHeld(next)) {
      left.push(waiting.shift()!);
      continue;
    }
    const repeats = next.entries.some((entry) => ids.has(entry.id));
    if (batch.length > 0 && (repeats || count + next.entries.length > batchLimit)) break;
    next.entries.forEach((entry) => ids.add(entry.id));
    count += next.entries.length;
    batch.push(waiting.shift()!);
  }
  waiting.unshift(...left);
  return batch;
}
