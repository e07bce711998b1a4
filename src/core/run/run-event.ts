import { is } from '../ledger/about-kinds.ts';
import type { Event, EventKind, EventOf } from '../ledger/entry.ts';
import { stitchesEach, type Sewn } from '../ledger/kinds/sewn.ts';

type Needed =
  'id' | 'kind' | 'at' | 'head' | 'position' | 'jobId' | 'operatorId' | 'void' | 'lostMs' | 'data';

/** An event as far as the arithmetic of a run needs it. */
export type RunEvent = { [K in EventKind]: Pick<EventOf<K>, Needed> }[EventKind];

/** Whether an event that counts is of this kind; its data are that kind's then. */
export function isKind<K extends Event['kind']>(
  event: RunEvent,
  kind: K,
): event is Extract<RunEvent, { kind: K }> {
  return event.kind === kind && !event.void;
}

/** Stitches and heads of an event in which the machine sewed; null: it is none. */
export function sewnIn(event: RunEvent): Sewn | null {
  return is(event, 'sews') && !event.void ? event.data : null;
}

/** Stitches that one head sewed in an event, on whichever position. */
export function stitchesOn(event: RunEvent, head: number): number {
  const sewn = sewnIn(event);
  return sewn?.heads.includes(head) ? stitchesEach(sewn) : 0;
}

/** Stitches that a seat sewed in an event. */
export function stitchesAt(event: RunEvent, head: number, position: number): number {
  const sewn = sewnIn(event);
  if (!sewn?.heads.includes(head)) return 0;
  return sewn.stops.reduce((sum, stop) => sum + (stop.position === position ? stop.stitches : 0), 0);
}
