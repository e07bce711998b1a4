import type { Fault } from '../fault/faults.ts';

/**
 * One line of a machine's feed: what the machine itself reports. `id` is a UUIDv7 of the sender, growing; a line sent
 * twice counts once. `at`: the sender's clock, ISO 8601.
 */
export type FeedEvent = {
  id: string;
  at: string;
  /** The simulated machine tells it: entries that come of it bear that. */
  simulated?: true;
} & FeedNews;

export type FeedNews =
  | { event: 'start'; stop?: number; position?: number }
  | { event: 'stop'; why?: string }
  /** Stitches of this piece so far. A counter that goes back (the machine backed up to mend) adds nothing until it sews on. */
  | { event: 'stitches'; stitches: number }
  | { event: 'colour'; stop: number; position: number }
  | { event: 'break'; head?: number; position?: number; fault?: Fault; stitch?: number }
  | { event: 'speed'; speed: number }
  /** A run of the design has ended; `heads`: those that sewed it (left out: all). */
  | { event: 'piece'; heads?: number[] };

/** A machine as its feed told it last. */
export interface FeedNow {
  running: boolean;
  speed: number | null;
  stop: number | null;
  position: number | null;
  /** The machine's own counter of this piece. */
  stitches: number;
  /** Stitches of this piece by stop and position, as sewn. */
  counts: { stop: number; position: number; stitches: number }[];
  at: string | null;
}

export const noFeedYet: FeedNow = {
  running: false,
  speed: null,
  stop: null,
  position: null,
  stitches: 0,
  counts: [],
  at: null,
};
