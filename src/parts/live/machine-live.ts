import { atom, type ReadableAtom } from 'nanostores';
import { v7 as uuid7 } from 'uuid';
import { actsLookAt } from '../../core/board/acts.ts';
import type { Entry, EntryData, EntryKind } from '../../core/ledger/entry.ts';
import { flagsOf } from '../../core/ledger/about-kinds.ts';
import type { FeedNow } from '../../core/feed/event.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { GaugePart } from '../../schemas/tension.ts';
import type { HeadNowMessage } from '../../schemas/workshop.ts';
import { Appointment } from './appointment.ts';
import { clockNow } from './clock.ts';
import { getJson } from './get-json.ts';
import { lastingLine } from './line.ts';
import { Listeners } from './listeners.ts';
import { Outbox, type Outgoing } from './outbox/outbox.ts';
import { MachineReplica } from './machine-replica.ts';
import { whileSeen } from './while-seen.ts';
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

/** An entry that was taken back. */
export type Undone = Pick<Entry, 'id' | 'kind' | 'position'>;

/** One machine's state on this page: told by the server, kept fresh by the live feed, with own touches laid over. */
export interface MachineLive {
  view: ReadableAtom<HeadView>;
  outgoing: ReadableAtom<readonly Outgoing[]>;
  connected: ReadableAtom<boolean>;
  /** Writes entries: shown at once, kept on the device, sent in order. Returns their ids. */
  write: (...written: Written[]) => string[];
  /** Takes back what was written last on this page, all of that touch (or the newest event of the last 12 hours). Returns what that was; empty: there was none. */
  undo: () => Undone[];
  discard: (id: string) => void;
  /** Calls when a kept plan of the machine was changed by anyone, or may have been while the feed was down. */
  onPlan: (listener: () => void) => () => void;
  /** Calls when the server told something that the page did not know: an entry of anybody's, stored, or a plan. */
  onNews: (listener: () => void) => () => void;
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

const undoSpanMs = 12 * 3_600_000;

export function machineLive({ machineId, head, events, feed, operatorId }: Start): MachineLive {
  const told = new MachineReplica(head, events);
  const outgoing = atom<readonly Outgoing[]>([]);
  const view = atom(viewOf(head, events, []));
  const appointment = new Appointment();
  const own = () => outgoing.get().filter(({ entry }) => entry.machineId === machineId);
  const refresh = () => view.set(viewOf(told.head, told.events, own()));
  const settle = () => {
    outbox.settle(told.head.seq);
    refresh();
  };
  const outbox = new Outbox({
    changed: (list) => {
      outgoing.set(list);
      refresh();
      // The live feed normally brings a stored entry back at once; if it is down, ask.
      if (list.some((message) => message.state === 'stored')) appointment.soon(1500, reload);
    },
  });

  /** Asks for the whole state: after a correction, a late entry or a gap. */
  async function reload(): Promise<void> {
    try {
      // The head first: events read before it could lack a correction that it knows, and nobody would tell of that again.
      const now = await getJson<HeadNowMessage>(`/api/machines/${machineId}/head`);
      const page = await getJson<{ items: Event[] }>(`/api/ledger?machine=${machineId}&limit=${actsLookAt}`);
      if (told.replace(now, page.items)) settle();
      // News came meanwhile: what was asked for is not known yet.
      else appointment.soon(300, reload);
    } catch {
      appointment.soon(3000, reload);
    }
  }

  const news = new Listeners();
  const { write, undo } = writing({ machineId, view, outbox, operatorId });
  const {
    connected,
    feed: feedCell,
    onPlan,
    onPull,
    open,
  } = hearing({
    machineId,
    feed,
    since: () => told.head.seq,
    told: (event) => {
      // Only what the page cannot know (late entries, corrections) is asked for.
      if (told.apply(event)) appointment.soon(40, reload);
      settle();
      news.tell();
    },
    planChanged: () => news.tell(),
    anew: () => {
      told.reset();
      appointment.soon(0, reload);
      news.tell();
    },
    // Without a network the newest state that this device has seen is nearer the truth than the page's own.
    cutOff: () => appointment.soon(0, reload),
  });
  return {
    ...{ view, outgoing, connected, feed: feedCell, write, undo, onPlan, onPull, onNews: news.hear },
    discard: (id) => outbox.discard(id),
    start: () => {
      outbox.start();
      return whileSeen(open);
    },
  };
}

interface Hearing {
  machineId: string;
  feed: FeedNow | null;
  /** The number of the newest event that was told. */
  since: () => number;
  told: (event: Event) => void;
  planChanged: () => void;
  /** The ledger is another one than this page has seen (set up anew, say), or too much has changed. */
  anew: () => void;
  cutOff: () => void;
}

/** The line that the server tells this machine's news on. */
function hearing({ machineId, feed, since, told, planChanged, anew, cutOff }: Hearing) {
  const connected = atom(true);
  const feedCell = atom(feed);
  const plans = new Listeners();
  const pulls = new Listeners<[GaugePart]>();
  const open = () =>
    lastingLine(
      () => `/api/machines/${machineId}/live?since=${since()}`,
      (line) => {
        const on = <News>(name: string, hear: (news: News) => void) =>
          line.addEventListener(name, (message) =>
            hear(JSON.parse((message as MessageEvent<string>).data) as News),
          );
        on('entry', told);
        on<GaugePart>('pull', (part) => pulls.tell(part));
        on<FeedNow>('feed', (now) => feedCell.set(now));
        line.addEventListener('anew', anew);
        line.addEventListener('plan', () => {
          plans.tell();
          planChanged();
        });
        line.addEventListener('open', () => {
          // A plan may have been kept since this page was made, or while it was cut off.
          plans.tell();
          connected.set(true);
        });
        line.addEventListener('error', () => {
          if (connected.get()) cutOff();
          connected.set(false);
        });
      },
    );
  return { connected, feed: feedCell, onPlan: plans.hear, onPull: pulls.hear, open };
}

interface Writing extends Pick<Start, 'machineId' | 'operatorId'> {
  view: ReadableAtom<HeadView>;
  outbox: Outbox;
}

/** What this page writes, and takes back. */
function writing({ machineId, view, outbox, operatorId }: Writing): Pick<MachineLive, 'write' | 'undo'> {
  /** Written on this page, oldest first; what was written at one touch is taken back at one. */
  const written: Undone[][] = [];

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
    written.push(entries);
    return entries.map((entry) => entry.id);
  }

  function undo(): Undone[] {
    const newest = view
      .get()
      .events.find((event) => !event.void && clockNow() - Date.parse(event.at) < undoSpanMs);
    const targets = written.pop() ?? (newest ? [newest] : []);
    if (targets.length === 0) return [];
    write(...targets.map(({ id }): Written => ({ kind: 'correction', corrects: id, data: { void: true } })));
    // The taking back is not itself the next thing to take back.
    written.pop();
    return targets;
  }

  return { write, undo };
}

/** A needle or cone says which one it took the place of: two devices that say the same are a clash, and are shown. */
function withOver({ kind, data, head, position }: Written, view: HeadView): Written['data'] {
  const { fits } = flagsOf(kind);
  if (!fits || 'over' in data) return data;
  const seat = view.seats.find((candidate) => candidate.head === head && candidate.position === position);
  const before = seat?.[fits];
  return { ...data, over: before?.entryId ?? null } as Written['data'];
}
