import { inLedgerOrder } from '../../core/ledger/entry.ts';
import { fieldOf, is } from '../../core/ledger/about-kinds.ts';
import { applyEntry } from '../../core/ledger/head.ts';
import { applyOpen } from '../../core/ledger/open.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { HeadNowMessage } from '../../schemas/workshop.ts';

/** Events kept on the page; older ones are on the Ledger screen. */
const keptEvents = 200;

/** What the server has told of one machine: its head, and its newest events, newest first. */
export class MachineReplica {
  constructor(
    public head: HeadNowMessage,
    public events: Event[],
  ) {}

  /** Folds one event that was told; true: what it makes of the head has to be asked for. */
  apply(event: Event): boolean {
    // An ending and the stop it ends bear the same number: the second must not be passed over.
    if (event.seq < this.head.seq) return false;
    const isNew = !this.events.some(({ id }) => id === event.id);
    const ask = mustReload(event, isNew, this.events, this.head.until);
    this.events = merge(this.events, [event]);
    if (ask) return true;
    if (isNew) {
      const { seats, job } = applyEntry({ seats: this.head.seats, job: this.head.job, shelf: {} }, event);
      this.head = { ...this.head, ...applyOpen<Event>(this.head, event), seats, job };
    }
    this.head = { ...this.head, seq: event.seq };
    return false;
  }

  /** The whole state as it was asked for, the events not before the head; false: it is older than what was told meanwhile. */
  replace(head: HeadNowMessage, newest: readonly Event[]): boolean {
    if (head.seq < this.head.seq) return false;
    this.head = head;
    // What changed since the head was read is not in it: the line tells it, and then it is folded.
    const inIt = newest.filter((event) => event.seq <= head.seq);
    this.events = merge(this.events, inIt);
    return true;
  }

  /** The ledger is another one than this page has seen: nothing told so far holds. */
  reset(): void {
    this.head = { ...this.head, seq: 0 };
    this.events = [];
  }
}

/**
 * Whether the server has to be asked what an event makes of the head: a correction and an entry that comes behind later ones
 * need the ledger's history, a cone that is known by name may come from the shelf, and of a clash both sides are shown. What
 * was stored while the head was being read (up to `until`) may be in it already: folded in again, a piece would count twice.
 */
export function mustReload(event: Event, isNew: boolean, known: readonly Event[], until = 0): boolean {
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

/** Newest first, each id once, the later version of it. */
function merge(kept: readonly Event[], fresh: readonly Event[]): Event[] {
  const byId = new Map(kept.map((event) => [event.id, event]));
  for (const event of fresh) if ((byId.get(event.id)?.seq ?? 0) <= event.seq) byId.set(event.id, event);
  return [...byId.values()]
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? 1 : -1))
    .slice(0, keptEvents);
}
