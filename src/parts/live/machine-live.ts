import { atom, type ReadableAtom } from 'nanostores';
import { v7 as uuid7 } from 'uuid';
import { inLedgerOrder, type Entry, type EntryData, type EntryKind } from '../../core/ledger/entry.ts';
import { fieldOf, flagsOf, is } from '../../core/ledger/about-kinds.ts';
import { applyEntry } from '../../core/ledger/head.ts';
import { applyOpen } from '../../core/ledger/open.ts';
import type { FeedNow } from '../../core/feed/event.ts';
import type { Event } from '../../schemas/event.ts';
import type { GaugePart } from '../../schemas/tension.ts';
import type { HeadNowMessage } from '../../schemas/workshop.ts';
import { clockNow } from './clock.ts';
import { lastingLine } from './line.ts';
import { Outbox, type Outgoing } from './outbox.ts';
import { viewOf, type HeadView } from './view.ts';

/** What a screen may write: the rest (id, time, machine, operator) is filled in. */
export interface Written<K extends EntryKind = EntryKind> {
  kind: K;
  data: EntryData[K];
  head?: number | null;
  position?: number | null;
  jobId?: string | null;
  corrects?: string | null;
}

/** One machine's state on this page: told by the server, kept fresh by the live feed, with own touches laid over. */
export interface MachineLive {
  view: ReadableAtom<HeadView>;
  outgoing: ReadableAtom<readonly Outgoing[]>;
  connected: ReadableAtom<boolean>;
  /** Writes entries: shown at once, kept on the device, sent in order. Returns their ids. */
  write: (...written: Written[]) => string[];
  /** Takes back what was written last on this page, all of that touch (or the newest event of the last 12 hours). How many entries: 0, none. */
  undo: () => number;
  discard: (id: string) => void;
  /** Calls when a kept plan of the machine was changed by anyone, or may have been while the feed was down. */
  onPlan: (listener: () => void) => () => void;
  /** Calls with every part of a pull that a gauge sends to this machine. */
  onPull: (listener: (part: GaugePart) => void) => () => void;
  /** The machine as its own feed told it last; null: it has none. */
  feed: ReadableAtom<FeedNow | null>;
  start: () => () => void;
}

interface Start {
  machineId: string;
  head: HeadNowMessage;
  events: Event[];
  feed: FeedNow | null;
  operatorId: () => string | null;
}

/** Events kept on the page; older ones are on the Ledger screen. */
const keptEvents = 200;
const undoSpanMs = 12 * 3_600_000;

export function machineLive({
  machineId,
  head: firstHead,
  events: firstEvents,
  feed: firstFeed,
  operatorId,
}: Start): MachineLive {
  let head = firstHead;
  let events = firstEvents;
  /** Written on this page, oldest first; what was written at one touch is taken back at one. */
  const written: string[][] = [];
  const outgoing = atom<readonly Outgoing[]>([]);
  const connected = atom(true);
  const feedCell = atom(firstFeed);
  const view = atom(viewOf(head, events, []));
  const refresh = () =>
    view.set(
      viewOf(
        head,
        events,
        outgoing.get().filter((message) => message.entry.machineId === machineId),
      ),
    );
  const outbox = new Outbox({
    changed: (list) => {
      outgoing.set(list);
      refresh();
      // The live feed normally brings a stored entry back at once; if it is down, ask.
      if (list.some((message) => message.state === 'stored')) soon(1500, reload);
    },
  });

  const planListeners = new Set<() => void>();
  const pullListeners = new Set<(part: GaugePart) => void>();
  const hearing =
    <Listener>(set: Set<Listener>) =>
    (listener: Listener) => {
      set.add(listener);
      return () => void set.delete(listener);
    };

  let waiting: ReturnType<typeof setTimeout> | undefined;
  let dueAt = Infinity;
  /** Runs `work` within `ms`: an earlier appointment stands, so that a stream of news cannot put it off for ever. */
  function soon(ms: number, work: () => Promise<void>): void {
    const at = Date.now() + ms;
    if (at >= dueAt) return;
    clearTimeout(waiting);
    dueAt = at;
    waiting = setTimeout(() => {
      dueAt = Infinity;
      void work();
    }, ms);
  }

  /** Asks for the whole state: after a correction, a late entry or a gap. */
  async function reload(): Promise<void> {
    try {
      const [now, page] = await Promise.all([
        getJson<HeadNowMessage>(`/api/machines/${machineId}/head`),
        getJson<{ items: Event[] }>(`/api/ledger?machine=${machineId}&limit=50`),
      ]);
      if (now.seq < head.seq) return;
      head = now;
      events = merge(events, page.items);
      outbox.settle(head.seq);
      refresh();
    } catch {
      soon(3000, reload);
    }
  }

  /** Folds what was told; only what the page cannot know (late entries, corrections) is asked for. */
  function told(event: Event): void {
    // An ending and the stop it ends bear the same number: the second must not be passed over.
    if (event.seq < head.seq) return;
    const isNew = !events.some(({ id }) => id === event.id);
    const ask = mustAsk(event, isNew, events, head.until);
    events = merge(events, [event]);
    if (isNew && !ask) {
      const { seats, job } = applyEntry(
        { seats: head.seats, job: head.job, shelf: {} },
        { ...event, corrects: null },
      );
      head = { ...head, ...applyOpen<Event>(head, event), seats, job };
    }
    if (ask) soon(40, reload);
    else {
      head = { ...head, seq: event.seq };
      outbox.settle(head.seq);
    }
    refresh();
  }

  /** The ledger is another one than this page has seen (set up anew, say), or too much has changed: all of it is asked for. */
  function beginAnew(): void {
    head = { ...head, seq: 0 };
    events = [];
    soon(0, reload);
  }

  function start(): () => void {
    outbox.start();
    return lastingLine(
      () => `/api/machines/${machineId}/live?since=${head.seq}`,
      (feed) => {
        feed.addEventListener('entry', (message) =>
          told(JSON.parse((message as MessageEvent<string>).data) as Event),
        );
        feed.addEventListener('anew', beginAnew);
        feed.addEventListener('pull', (message) => {
          const part = JSON.parse((message as MessageEvent<string>).data) as GaugePart;
          pullListeners.forEach((listener) => listener(part));
        });
        feed.addEventListener('feed', (message) =>
          feedCell.set(JSON.parse((message as MessageEvent<string>).data) as FeedNow),
        );
        feed.addEventListener('plan', () => planListeners.forEach((listener) => listener()));
        feed.addEventListener('open', () => {
          // A plan may have been kept since this page was made, or while it was cut off.
          planListeners.forEach((listener) => listener());
          connected.set(true);
        });
        feed.addEventListener('error', () => {
          // Without a network the newest state that this device has seen is nearer the truth than the page's own.
          if (connected.get()) soon(0, reload);
          connected.set(false);
        });
      },
    );
  }

  function write(...list: Written[]): string[] {
    const entries = list.map(
      (message) =>
        ({
          id: uuid7(),
          machineId,
          at: new Date(clockNow()).toISOString(),
          operatorId: operatorId(),
          jobId: view.get().job?.id ?? null,
          head: null,
          position: null,
          corrects: null,
          ...message,
          data: withOver(message, view.get()),
        }) as Entry,
    );
    outbox.add(entries);
    written.push(entries.map((entry) => entry.id));
    return entries.map((entry) => entry.id);
  }

  function undo(): number {
    const newest = view
      .get()
      .events.find((event) => !event.void && clockNow() - Date.parse(event.at) < undoSpanMs);
    const targets = written.pop() ?? (newest ? [newest.id] : []);
    if (targets.length === 0) return 0;
    write(...targets.map((id): Written => ({ kind: 'correction', corrects: id, data: { void: true } })));
    // The taking back is not itself the next thing to take back.
    written.pop();
    return targets.length;
  }

  return {
    view,
    outgoing,
    connected,
    feed: feedCell,
    write,
    undo,
    discard: (id) => outbox.discard(id),
    onPlan: hearing(planListeners),
    onPull: hearing(pullListeners),
    start,
  };
}

/**
 * Whether the server has to be asked what an event makes of the head: a correction and an entry that comes behind later ones
 * need the ledger's history, a cone that is known by name may come from the shelf, and of a clash both sides are shown. What
 * was stored while the head was being read (up to `until`) may be in it already: folded in again, a piece would count twice.
 */
export function mustAsk(event: Event, isNew: boolean, known: readonly Event[], until = 0): boolean {
  if (event.corrections > 0 || event.void) return true;
  if (!isNew) return false;
  if (event.seq <= until) return true;
  if (known.some((other) => inLedgerOrder(event, other) < 0)) return true;
  if (!is(event, 'fits')) return false;
  const isClash = known.some(
    (other) =>
      other.kind === event.kind &&
      !other.void &&
      other.head === event.head &&
      other.position === event.position &&
      event.data.over !== undefined &&
      fieldOf(other, 'over') === event.data.over,
  );
  return isClash || (event.kind === 'cone_mounted' && event.data.coneId !== null);
}

/** A needle or cone says which one it took the place of: two devices that say the same are a clash, and are shown. */
function withOver({ kind, data, head, position }: Written, view: HeadView): Written['data'] {
  const { fits } = flagsOf(kind);
  if (!fits || 'over' in data) return data;
  const seat = view.seats.find((candidate) => candidate.head === head && candidate.position === position);
  const before = seat?.[fits];
  return { ...data, over: before?.entryId ?? null } as Written['data'];
}

/** Newest first, each id once, the later version of it. */
function merge(kept: readonly Event[], fresh: readonly Event[]): Event[] {
  const byId = new Map(kept.map((event) => [event.id, event]));
  for (const event of fresh) if ((byId.get(event.id)?.seq ?? 0) <= event.seq) byId.set(event.id, event);
  return [...byId.values()]
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? 1 : -1))
    .slice(0, keptEvents);
}

/** GETs JSON from our own endpoints; throws for anything but an answer. */
export async function getJson<T>(path: string): Promise<T> {
  const response = await fetch(path);
  if (!response.ok) throw new Error(`${path} answered ${response.status}`);
  return (await response.json()) as T;
}
