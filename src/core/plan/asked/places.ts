import type { Seat } from '../../ledger/head-now.ts';

interface StopToPlace {
  stop: number;
  threadId: string;
  /** Keyed in by the operator; null: wherever its thread sits. */
  position: number | null;
}

/**
 * The position that sews each colour stop, or null where its thread is on no position.
 *
 * A position that the operator chose wins. Otherwise it is the one that carries the stop's thread; when two do
 * (a busy colour mounted twice), the one whose needle has sewn fewer stitches, so that they wear alike.
 * `seats` are those of one head. The result is in the order of `stops`.
 */
export function placeStops(stops: readonly StopToPlace[], seats: readonly Seat[]): (number | null)[] {
  return stops.map(({ threadId, position }) => {
    if (position !== null) return position;
    const carrying = seats.filter((seat) => seat.cone?.threadId === threadId);
    const sewn = (seat: Seat) => seat.needle?.age.stitches ?? Infinity;
    return [...carrying].sort((a, b) => sewn(a) - sewn(b) || a.position - b.position)[0]?.position ?? null;
  });
}
