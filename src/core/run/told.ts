import type { EntryData, EntryKind } from '../ledger/entry.ts';

/** An event as lists give it, as far as the arithmetic of a run needs it. */
export interface Told {
  id: string;
  kind: string;
  at: string;
  head: number | null;
  position: number | null;
  jobId: string | null;
  operatorId: string | null;
  void: boolean;
  lostMs: number | null;
  data: Readonly<Record<string, unknown>>;
}

/** Whether an event that counts is of this kind; its data are that kind's then. */
export function isKind<K extends EntryKind>(
  event: Told,
  kind: K,
): event is Told & { kind: K; data: EntryData[K] } {
  return event.kind === kind && !event.void;
}

/** Stitches and heads of an event in which the machine sewed; null: it is none. */
export function sewnIn(event: Told): EntryData['piece_finished'] | null {
  if (isKind(event, 'piece_finished') || isKind(event, 'part_sewn'))
    return event.data as EntryData['piece_finished'];
  return null;
}

/** Stitches that one head sewed in an event, on whichever position. */
export function stitchesOn(event: Told, head: number): number {
  const sewn = sewnIn(event);
  return sewn?.heads.includes(head) ? sewn.stops.reduce((sum, stop) => sum + stop.stitches, 0) : 0;
}

/** Stitches that a seat sewed in an event. */
export function stitchesAt(event: Told, head: number, position: number): number {
  const sewn = sewnIn(event);
  if (!sewn?.heads.includes(head)) return 0;
  return sewn.stops.reduce((sum, stop) => sum + (stop.position === position ? stop.stitches : 0), 0);
}
