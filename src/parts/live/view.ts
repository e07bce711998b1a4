import { effectiveEntry } from '../../core/ledger/effective.ts';
import { eventOf } from '../../core/ledger/event.ts';
import { fieldOf, is } from '../../core/ledger/about-kinds.ts';
import {
  inLedgerOrder,
  type EffectiveEntry,
  type Entry,
  type EntryOf,
  type Event,
} from '../../core/ledger/entry.ts';
import { applyEntry } from '../../core/ledger/head.ts';
import { applyOpen, lostBy, type OpenNow } from '../../core/ledger/open.ts';
import type { HeadNowMessage } from '../../schemas/workshop.ts';
import type { Outgoing } from './outbox/outbox.ts';

/** An event as shown: one from the server, or one still on its way there. */
export type ShownEvent = Event & { pending?: Outgoing['state'] };

/** The machine as shown: what the server has, with the entries on their way laid over it. */
export interface HeadView extends OpenNow<ShownEvent> {
  seats: HeadNowMessage['seats'];
  job: HeadNowMessage['job'];
  /** Entries of two devices about one seat, to be settled by a person. */
  clashes: ShownEvent[][];
  /** Newest first. */
  events: ShownEvent[];
}

/** Lays the outgoing entries of this machine over what the server has told. */
export function viewOf(
  head: HeadNowMessage,
  events: readonly Event[],
  outgoing: readonly Outgoing[],
): HeadView {
  const view: HeadView = { ...head, openStop: head.openStop, held: head.held, events: [...events] };
  const known = new Set(events.map((event) => event.id));
  for (const { entry, state } of outgoing) {
    // What the server has already told counts as told, even if its answer to us is still under way.
    if (state === 'refused' || known.has(entry.id)) continue;
    if (entry.kind === 'correction') layCorrection(view, entry, state);
    else layEntry(view, entry, state);
  }
  view.events.sort((a, b) => inLedgerOrder(b, a));
  view.clashes = stillClashing(head.clashes, view.events);
  return view;
}

/** Clashes less what was settled by entries that are still on their way. */
function stillClashing(clashes: readonly Event[][], events: readonly ShownEvent[]): ShownEvent[][] {
  const byId = new Map(events.map((event) => [event.id, event]));
  return clashes
    .map((group) => {
      const now = group.map((event) => byId.get(event.id) ?? event);
      return now.filter(
        (event, index) => !event.void && fieldOf(event, 'over') === fieldOf(group[index]!, 'over'),
      );
    })
    .filter((group) => group.length > 1);
}

function layEntry(
  view: HeadView,
  entry: Exclude<Entry, { kind: 'correction' }>,
  state: Outgoing['state'],
): void {
  const effective = effectiveEntry(entry, []);
  // The page is not told what lies on the shelf: a cone from there shows its count once the server has it.
  const now = applyEntry({ seats: view.seats, job: view.job, shelf: {} }, effective);
  view.seats = now.seats;
  view.job = now.job;
  const shown: ShownEvent = { ...eventOf(effective, notStored(entry)), pending: state };
  const open = applyOpen<ShownEvent>(view, shown);
  view.openStop = open.openStop;
  view.held = open.held;
  if (is(entry, 'closes')) {
    const lost = view.events.find(({ id }) => id === entry.data.closes);
    if (lost)
      replace(view, {
        ...lost,
        closedBy: entry.id,
        closedAt: entry.at,
        lostMs: lostBy(entry, lost),
      });
  }
  view.events.push(shown);
}

/**
 * Shows a correction on the events at once. Seats of a taken-back needle, cone or piece follow when the server
 * has folded the ledger again: the page does not have all of its history.
 */
function layCorrection(view: HeadView, entry: EntryOf<'correction'>, state: Outgoing['state']): void {
  const target =
    view.events.find((event) => event.id === entry.corrects) ??
    [view.openStop].find((candidate) => candidate?.id === entry.corrects);
  if (!target) return;
  const corrected = effectiveEntry(target, [entry]);
  const shown = {
    ...target,
    ...eventFields(corrected),
    void: entry.data.void ?? target.void,
    corrections: target.corrections + 1,
    pending: state,
  } as ShownEvent;
  replace(view, shown);
  if (view.openStop?.id === target.id) view.openStop = shown.void ? null : shown;
  if (shown.void) view.held = view.held.filter((known) => known.id !== shown.id);
}

function replace(view: HeadView, event: ShownEvent): void {
  view.events = view.events.map((known) => (known.id === event.id ? event : known));
}

function eventFields(entry: EffectiveEntry) {
  const { head, position, at, jobId, data } = entry;
  return { head, position, at, jobId, data };
}

/** Of an entry that the server has not stored yet: as if it were the newest of all. */
const notStored = ({ at }: Entry) => ({ receivedAt: at, seq: Number.MAX_SAFE_INTEGER });
