import { isMetallic } from '../../thread/fibres.ts';
import { headNo, object, positionNo, stitches, stopNo } from '../../shape/parts.ts';
import { mostStops, mostHeads } from '../../shape/most.ts';
import type { EntryBase } from '../entry-base.ts';
import { withSeats, type HeadNow } from '../head-now.ts';

/** What was sewn, and on which heads: one run of the design or part of it. `speed` in stitches/min. */
export interface Sewn {
  heads: number[];
  speed: number;
  stops: { stop: number; position: number; stitches: number }[];
}

/** The fields of `data` of a kind that sews. */
export const sewnFields = {
  heads: { type: 'array', items: headNo, minItems: 1, maxItems: mostHeads, uniqueItems: true },
  speed: { type: 'integer', minimum: 100, maximum: 2000 },
  stops: {
    type: 'array',
    maxItems: mostStops,
    items: object({ stop: stopNo, position: positionNo, stitches }),
  },
} as const;

/** Stitches that each head sewed. */
export const stitchesEach = ({ stops }: Pick<Sewn, 'stops'>) =>
  stops.reduce((sum, stop) => sum + stop.stitches, 0);

/**
 * Adds each stop's stitches to the needles and cones that sewed them, on every head that ran.
 *
 * Time is stitches over the machine's speed, rounded to whole ms per stop, so that ages are whole numbers and
 * any order of adding gives the same sum. Time counts as metallic when a metallic cone sat over the needle.
 */
export function foldSewn(now: HeadNow, entry: EntryBase & { data: Sewn }): HeadNow {
  const { heads, speed, stops } = entry.data;
  return withSeats(now, (seat) => {
    if (!heads.includes(seat.head)) return seat;
    const sewn = stops.filter((stop) => stop.position === seat.position);
    if (sewn.length === 0) return seat;
    const more = stitchesEach({ stops: sewn });
    const sewingMs = sewn.reduce((sum, stop) => sum + Math.round((stop.stitches * 60_000) / speed), 0);
    const metallicMs = isMetallic(seat.cone?.fibre) ? sewingMs : 0;
    return {
      ...seat,
      cone: seat.cone && { ...seat.cone, stitches: seat.cone.stitches + more },
      needle: seat.needle && {
        ...seat.needle,
        age: {
          stitches: seat.needle.age.stitches + more,
          sewingMs: seat.needle.age.sewingMs + sewingMs,
          metallicMs: seat.needle.age.metallicMs + metallicMs,
        },
      },
    };
  });
}
