import type { Fibre } from '../../../thread/fibres.ts';
import type { EntryBase } from '../../entry-base.ts';
import { withSeats, type HeadNow, type Seat } from '../../head-now.ts';

/**
 * Puts a cone over its seat. A cone that is known by name leaves the seat it sat on before: it cannot be in two
 * places. One that makes way for another goes to the shelf and keeps its stitches, for when it is mounted again.
 */
export function foldConeMounted(
  now: HeadNow,
  entry: EntryBase & { data: { coneId: string | null; threadId: string; fibre: Fibre } },
): HeadNow {
  const { coneId, threadId, fibre } = entry.data;
  const shelf = new Map(Object.entries(now.shelf));
  const isHere = (seat: Seat) => seat.head === entry.head && seat.position === entry.position;
  const before = now.seats.find(isHere)?.cone;
  if (before?.coneId) shelf.set(before.coneId, before.stitches);
  const elsewhere = now.seats.find((seat) => coneId !== null && seat.cone?.coneId === coneId)?.cone;
  const stitches = elsewhere?.stitches ?? (coneId === null ? 0 : (shelf.get(coneId) ?? 0));
  if (coneId !== null) shelf.delete(coneId);
  const moved = withSeats(now, (seat) => {
    if (isHere(seat))
      return { ...seat, cone: { entryId: entry.id, coneId, threadId, fibre, mountedAt: entry.at, stitches } };
    return coneId !== null && seat.cone?.coneId === coneId ? { ...seat, cone: null } : seat;
  });
  return { ...moved, shelf: Object.fromEntries(shelf) };
}
