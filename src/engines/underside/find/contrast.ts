import { median, quantile } from 'simple-statistics';
import { ownWidth } from '../geometry/arrange.ts';
import type { Box } from '../geometry/box.ts';
import { colourOf, type Colour, type Planes } from '../image/planes.ts';
import { placesIn } from '../image/strip.ts';

/** Where colours are looked up on both sides of an edge: so far inwards, and as far outwards, in widths of the column. */
const besideSide = [0.05, 0.09, 0.13] as const;
/** A column's ends are known less well: a thread that hangs from it makes it longer. */
const besideEnd = [0.2, 0.28, 0.36] as const;
/** Places along an edge, as parts of it. */
const along = Array.from({ length: 15 }, (_, index) => 0.1 + (0.8 * index) / 14);
/** An edge shows in so many of its places: pens, tails and lint cross it in some. */
const mostPlaces = 0.75;

/**
 * How clearly a column stands in a place: the difference of colours (0 to 1) across the least clear of its four edges, over the places along it. 0 where an edge
 * does not show all along. Edges outside the picture are not asked; 0 where all are.
 */
export function contrastOf(field: Planes, box: Box): number {
  const steps = edgesOf(field, box);
  return steps.length === 0 ? 0 : Math.min(...steps);
}

/** How clearly the clearest of its edges shows: of bare cloth or table none does. Infinity where all are outside the picture. */
export function anyStanding(field: Planes, box: Box): number {
  const steps = edgesOf(field, box);
  return steps.length === 0 ? Infinity : Math.max(...steps);
}

/** How clearly the less clear of its sides shows. Infinity where both are outside the picture. */
export const leastSide = (field: Planes, box: Box): number => Math.min(...sidesOf(field, box));

/** How clearly the less clear of its ends shows. Infinity where both are outside the picture. */
export const leastEnd = (field: Planes, box: Box): number => Math.min(...endsOf(field, box));

const ownPart = (box: Box): Box => ({ ...box, wide: ownWidth * box.wide });

/** How clearly each of its edges shows, those in the picture. */
const edgesOf = (field: Planes, box: Box): number[] => [...sidesOf(field, box), ...endsOf(field, box)];

/** How clearly its sides show, those in the picture. */
function sidesOf(field: Planes, box: Box): number[] {
  const placeAt = placesIn(ownPart(box));
  return [
    edgeOf(field, besideSide, (part, off) => placeAt(off, part)),
    edgeOf(field, besideSide, (part, off) => placeAt(1 - off, part)),
  ].flatMap((across) => (across ? [alongSide(across)] : []));
}

/** How clearly its ends show, those in the picture. */
const endsOf = (field: Planes, box: Box): number[] =>
  ([0, 1] as const).flatMap((end) => endAt(field, box, end) ?? []);

/** How clearly one of its ends shows: 0 for where it begins, 1 for where it ends; null where that is outside the picture. */
export function endAt(field: Planes, box: Box, end: 0 | 1): number | null {
  const own = ownPart(box);
  const placeAt = placesIn(own);
  const ratio = own.wide / own.long;
  const across = edgeOf(field, besideEnd, (part, off) =>
    placeAt(part, end === 0 ? off * ratio : 1 - off * ratio),
  );
  return across && atEnd(across);
}

/** What lies inside an edge less what lies outside it, place by place; null where most of it is outside the picture. */
function edgeOf(
  field: Planes,
  beside: readonly number[],
  placeAt: (part: number, off: number) => [x: number, y: number],
): Colour[] | null {
  const across = along.flatMap((part) => {
    const [one, other] = [1, -1].map((way) =>
      meanAt(
        field,
        beside.map((off) => placeAt(part, way * off)),
      ),
    );
    return one && other ? [colourOf((plane) => one[plane] - other[plane])] : [];
  });
  return across.length < along.length / 2 ? null : across;
}

/** The step that most places along an end have, whichever way: it is of two threads, one of them darker than the cloth maybe and the other paler. */
const atEnd = (across: readonly Colour[]): number =>
  quantile(
    across.map((each) => Math.max(...each.map(Math.abs))),
    1 - mostPlaces,
  );

/** The step that places along a side agree on, which is of one thread, in the plane in which it is highest. */
function alongSide(across: readonly Colour[]): number {
  const steps = ([0, 1, 2] as const).map((plane) => {
    const values = across.map((each) => each[plane]);
    const step = median(values);
    const same = values.filter((value) => value * step > 0.25 * step * step).length;
    return same >= mostPlaces * values.length ? Math.abs(step) : 0;
  });
  return Math.max(...steps);
}

/** Mean colour of some places; null where one of them is outside the picture. */
function meanAt({ width, height, planes }: Planes, places: readonly (readonly [number, number])[]) {
  const sum: [number, number, number] = [0, 0, 0];
  for (const [x, y] of places) {
    const [column, row] = [Math.round(x), Math.round(y)];
    if (column < 0 || row < 0 || column >= width || row >= height) return null;
    for (const plane of [0, 1, 2] as const) sum[plane] += planes[plane][row * width + column]!;
  }
  return colourOf((plane) => sum[plane] / places.length);
}
