import type { EntryOf } from './entry.ts';
import type { HeadNow, Seat } from './head.ts';

/** Puts a new needle of age zero into its seat. */
export function foldNeedleFitted(now: HeadNow, entry: EntryOf<'needle_fitted'>): HeadNow {
  return withSeats(now, (seat) =>
    seat.head === entry.head && seat.position === entry.position
      ? {
          ...seat,
          needle: {
            entryId: entry.id,
            spec: entry.data.needle,
            fittedAt: entry.at,
            reason: entry.data.reason,
            age: { stitches: 0, sewingMs: 0, metallicMs: 0 },
          },
        }
      : seat,
  );
}

/**
 * Puts a cone over its seat. A cone that is known by name leaves the seat it sat on before: it cannot be in two
 * places. One that makes way for another goes to the shelf and keeps its stitches, for when it is mounted again.
 */
export function foldConeMounted(now: HeadNow, entry: EntryOf<'cone_mounted'>): HeadNow {
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

/**
 * Adds each stop's stitches to the needles and cones that sewed them, on every head that ran.
 *
 * Time is stitches over the machine's speed, rounded to whole ms per stop, so that ages are whole numbers and
 * any order of adding gives the same sum. Time counts as metallic when a metallic cone sat over the needle.
 */
export function foldPieceFinished(
  now: HeadNow,
  entry: EntryOf<'piece_finished'> | EntryOf<'part_sewn'>,
): HeadNow {
  const { heads, speed, stops } = entry.data;
  return withSeats(now, (seat) => {
    if (!heads.includes(seat.head)) return seat;
    const sewn = stops.filter((stop) => stop.position === seat.position);
    if (sewn.length === 0) return seat;
    const stitches = sewn.reduce((sum, stop) => sum + stop.stitches, 0);
    const sewingMs = sewn.reduce((sum, stop) => sum + Math.round((stop.stitches * 60_000) / speed), 0);
    const metallicMs = seat.cone?.fibre === 'metallic' ? sewingMs : 0;
    return {
      ...seat,
      cone: seat.cone && { ...seat.cone, stitches: seat.cone.stitches + stitches },
      needle: seat.needle && {
        ...seat.needle,
        age: {
          stitches: seat.needle.age.stitches + stitches,
          sewingMs: seat.needle.age.sewingMs + sewingMs,
          metallicMs: seat.needle.age.metallicMs + metallicMs,
        },
      },
    };
  });
}

export function foldJobStarted(now: HeadNow, entry: EntryOf<'job_started'>): HeadNow {
  return { ...now, job: entry.jobId === null ? null : { id: entry.jobId, startedAt: entry.at } };
}

function withSeats(now: HeadNow, change: (seat: Seat) => Seat): HeadNow {
  return { ...now, seats: now.seats.map(change) };
}
