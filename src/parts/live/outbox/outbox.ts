import type { Entry } from '../../../core/ledger/entry.ts';
import { clockIsKnown, clockOffset, learnClock } from '../clock.ts';
import { forgetEntries, keepEntries, keptEntries } from './outbox-store.ts';
import type { EntriesStored } from '../../../schemas/ledger/entry.ts';

/**
 * Entries on their way to the server. Each is kept on the device until the server has answered that it is stored; ids
 * make sending twice harmless. Entries go out in the order they were made.
 */
export interface Outgoing {
  entry: Entry;
  state: 'sending' | 'waiting' | 'refused' | 'stored';
  /** Why it waits or was refused, in a sentence. */
  why: string | null;
  /** The server's sequence number once stored. */
  seq: number | null;
  /** What was added to the device's clock for its time, ms: put right when the server's time is learnt later. */
  clock: number;
  settled: boolean;
  /** False: the device could not keep it (no room, a private window): it is on this page only. */
  kept: boolean | null;
}

const retryMs = [1000, 2000, 5000, 10_000];
/** A request that was never answered must not hold up those behind it; sending twice is harmless. */
const answerWithinMs = 20_000;
/** An entry that the device could not keep is offered to it again after this long, ms, as long as it waits. */
const keepAgainMs = 1000;
/**
 * Answers after which an entry is not sent again by itself: it is at fault. Anything else (a proxy's page, a server that is
 * being set up) says nothing about the entry.
 */
const refusals = [400, 403, 409, 413, 415, 422];

/** An entry that takes somebody signed in: it may go well as soon as one is. */
class NotSignedIn extends Error {}

const noConnection = 'No connection to the server. Entries are kept here and sent when it is back.';

interface OutboxEvents {
  changed: (outgoing: readonly Outgoing[]) => void;
}

export class Outbox {
  private list: Outgoing[] = [];
  private busy = false;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private keeping: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly events: OutboxEvents) {}

  /** Takes up what an earlier page left unsent, and starts sending. */
  start(): void {
    window.addEventListener('online', () => this.sendSoon(0));
    window.addEventListener('beforeunload', (leaving) => {
      // What only this page has would be lost with it.
      if (this.list.some((message) => message.kept === false && message.state !== 'stored'))
        leaving.preventDefault();
    });
    this.takeUp();
  }

  private takeUp(): void {
    keptEntries().then(
      (kept) => {
        const known = new Set(this.list.map((message) => message.entry.id));
        const left = kept
          .filter((message) => !known.has(message.entry.id))
          .map((message): Outgoing => ({
            ...message,
            settled: message.settled ?? false,
            state: 'waiting',
            why: null,
            seq: null,
            kept: true,
          }));
        this.list = [...left, ...this.list];
        this.tell();
        this.sendSoon(0);
      },
      // Perhaps the browser was busy with it: what an earlier page left there must not be forgotten.
      () => setTimeout(() => this.takeUp(), 10 * keepAgainMs),
    );
  }

  add(entries: readonly Entry[]): void {
    const clock = clockOffset();
    const settled = clockIsKnown();
    const fresh = entries.map((entry): Outgoing => ({
      entry,
      clock,
      settled,
      kept: null,
      state: 'sending',
      why: null,
      seq: null,
    }));
    this.list.push(...fresh);
    void this.keep(fresh);
    this.tell();
    this.sendSoon(0);
  }

  /**
   * Keeps entries on the device. Where it cannot, they are still sent from memory; that is said once a second try has
   * failed, and tried again as long as they wait.
   */
  private async keep(some: readonly Outgoing[], isAgain = false): Promise<void> {
    try {
      await keepEntries(some.map(({ entry, clock, settled }) => ({ entry, clock, settled })));
      for (const message of some) message.kept = true;
      // Sent and forgotten while they were being kept: they need not be sent by the next page.
      const sent = some.filter((message) => !this.list.includes(message) || message.state === 'stored');
      if (sent.length > 0) this.forget(sent.map((message) => message.entry.id));
      if (isAgain || some.some(({ state }) => state === 'waiting')) this.tell();
    } catch {
      if (isAgain) {
        for (const message of some) message.kept = false;
        this.tell();
      }
      clearTimeout(this.keeping);
      this.keeping = setTimeout(() => {
        const left = this.list.filter((message) => message.kept !== true && message.state !== 'stored');
        if (left.length > 0) void this.keep(left, true);
      }, keepAgainMs);
    }
  }

  /** Forgets stored entries whose effect has come back from the server. */
  settle(uptoSeq: number): void {
    const before = this.list.length;
    this.list = this.list.filter((message) => message.state !== 'stored' || message.seq! > uptoSeq);
    if (this.list.length !== before) this.tell();
  }

  /** Gives up a refused entry, on the operator's word. */
  discard(id: string): void {
    this.forget([id]);
    this.list = this.list.filter((message) => message.entry.id !== id);
    this.tell();
  }

  private sendSoon(afterMs: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), afterMs);
  }

  private async send(): Promise<void> {
    if (this.busy) return;
    const batch = this.list
      .filter((message) => message.state === 'sending' || message.state === 'waiting')
      .slice(0, 100);
    if (batch.length === 0) return;
    this.busy = true;
    try {
      await this.setClock(batch);
      const refusal = await this.post(batch);
      // One bad entry fails its batch: then each goes by itself, and only the bad one is refused.
      if (refusal && batch.length > 1) await this.postEach(batch);
      else if (refusal) this.mark(batch, 'refused', refusal);
      this.failures = 0;
      this.sendSoon(0);
    } catch (error) {
      const why = error instanceof Error && error.message ? error.message : 'The server does not answer.';
      this.mark(
        batch.filter((message) => message.state !== 'stored' && message.state !== 'refused'),
        'waiting',
        why,
      );
      this.sendSoon(retryMs[Math.min(this.failures++, retryMs.length - 1)]!);
    } finally {
      this.busy = false;
    }
  }

  /** Entries written before the server's time was known get it now, each by as much as its own was off. */
  private async setClock(batch: readonly Outgoing[]): Promise<void> {
    try {
      if (!clockIsKnown()) await learnClock();
    } catch {
      throw new Error(noConnection);
    }
    const moved: Outgoing[] = [];
    for (const message of batch.filter(({ settled }) => !settled)) {
      message.settled = true;
      const by = clockOffset() - message.clock;
      if (by === 0) continue;
      message.entry = { ...message.entry, at: new Date(Date.parse(message.entry.at) + by).toISOString() };
      message.clock += by;
      moved.push(message);
    }
    // Kept as it is sent: with another time it would be another entry under the same id when a later page sends it again.
    if (moved.length > 0) await this.keep(moved);
  }

  /** One that waits for somebody to sign in holds up none of the others. */
  private async postEach(batch: readonly Outgoing[]): Promise<void> {
    let waits: NotSignedIn | undefined;
    for (const message of batch) {
      try {
        const refusal = await this.post([message]);
        if (refusal) this.mark([message], 'refused', refusal);
      } catch (error) {
        if (!(error instanceof NotSignedIn)) throw error;
        this.mark([message], 'waiting', error.message);
        waits = error;
      }
    }
    if (waits) throw waits;
  }

  /** Null when stored; the reason when refused for good; throws when it is worth another try. */
  private async post(batch: readonly Outgoing[]): Promise<string | null> {
    let response: Response;
    try {
      response = await fetch('/api/ledger', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ entries: batch.map((message) => message.entry) }),
        signal: AbortSignal.timeout(answerWithinMs),
      });
    } catch {
      throw new Error(noConnection);
    }
    if (response.ok) {
      const { stored } = (await response.json()) as EntriesStored;
      for (const [index, one] of batch.entries()) {
        one.seq = stored[index]!.seq;
        one.state = 'stored';
      }
      this.forget(batch.map((message) => message.entry.id));
      this.tell();
      return null;
    }
    const problem = (await response.json().catch(() => null)) as {
      title?: string;
      detail?: string;
    } | null;
    const detail = problem?.detail ?? `The server answered ${response.status}.`;
    const waitsForPerson = problem?.title === 'Nobody signed in';
    if (waitsForPerson && batch.length === 1) throw new NotSignedIn(detail);
    if (!waitsForPerson && !refusals.includes(response.status)) throw new Error(detail);
    return detail;
  }

  private mark(batch: readonly Outgoing[], state: Outgoing['state'], why: string): void {
    for (const message of batch) Object.assign(message, { state, why });
    this.tell();
  }

  private forget(ids: readonly string[]): void {
    forgetEntries(ids).catch(() => undefined);
  }

  private tell(): void {
    this.events.changed([...this.list]);
  }
}
