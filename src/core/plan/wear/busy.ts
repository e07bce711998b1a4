/** What a position carries and what that seat has sewn in the time looked at. */
export interface UsedPosition {
  position: number;
  needle: string | null;
  thread: string | null;
  stitches: number;
  free: boolean;
}

/** A colour that one position carries alone though it sews like several, and the position that could share it. */
export interface BusyColour {
  thread: string;
  position: number;
  /** Share of all stitches of the head, 0 to 1. */
  share: number;
  second: { position: number; needle: string | null; thread: string | null; stitches: number };
}

/** Times an even share of the head's stitches from which a colour is busy: from memory. */
export const busyTimes = 2;

/**
 * Colours busy enough for a second position, the busiest first, each with the idlest free position that may take it
 * (not one that sews as much as half an even share itself). A shop that mostly sews one thing mounts its busiest
 * colour twice and lets the two alternate (common practice, no published source), by the workshop's rule (seating/turns.ts).
 */
export function busyColours(positions: readonly UsedPosition[]): BusyColour[] {
  const all = positions.reduce((sum, position) => sum + position.stitches, 0);
  const even = all / Math.max(1, positions.length);
  const idle = positions
    .filter((position) => position.free && position.stitches < even / 2)
    .sort((a, b) => a.stitches - b.stitches || a.position - b.position);
  const busy = positions
    .filter(
      ({ thread, stitches }) =>
        thread !== null &&
        stitches > busyTimes * even &&
        positions.filter((position) => position.thread === thread).length === 1,
    )
    .sort((a, b) => b.stitches - a.stitches);
  return busy.flatMap(({ thread, position, stitches }) => {
    const second = idle.shift();
    return second ? [{ thread: thread!, position, share: stitches / all, second }] : [];
  });
}
