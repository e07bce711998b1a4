import { axesOf } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { colourOf, difference, dot, medianOf, type Colour, type Planes } from '../image/planes.ts';
import { placesIn } from '../image/strip.ts';

/** How far from a column's middle the cloth is looked up, in widths. */
const beside = 0.64;
/** How far beyond its end, in widths, and at which places along an edge. */
const beyond = 0.28;
const placesAlong = [0.15, 0.3, 0.5, 0.7, 0.85] as const;
/** Cloth is as bright as this in a shadow, and in the light, of what it is beside the columns; and so much another colour. */
const shades = { darkest: 0.45, palest: 1.4 } as const;
const sameCloth = 0.06;
/** A rectangle is bare cloth where so much of it is. */
const mostlyCloth = 0.6;

/** The cloth's colour close beside the columns of a row, one at least. */
export function clothBeside(field: Planes, row: readonly Box[]): Colour {
  const strips = row.flatMap((box) => {
    const { across } = axesOf(box.angle);
    return [-1, 1].map((way) => {
      const off = way * beside * box.wide;
      return { ...box, x: box.x + off * across[0], y: box.y + off * across[1], wide: 0.1 * box.wide };
    });
  });
  return medianOf(strips.map((strip) => colourIn(field, strip)));
}

/** Places across and along a box at which its colour is looked up, one more. */
const grid = 10;

/** Colours of places all over a box, but for its rim; of those in the picture. */
function coloursIn(field: Planes, box: Box): Colour[] {
  const placeAt = placesIn(box);
  const inner = Array.from({ length: grid - 1 }, (_, index) => (index + 1) / grid);
  return coloursAt(
    field,
    inner.flatMap((across) => inner.map((along) => placeAt(across, along))),
  );
}

/** Mean colour of what lies within a box, but for its rim; black where nothing of it is in the picture. */
export function colourIn(field: Planes, box: Box): Colour {
  const seen = coloursIn(field, box);
  return colourOf((plane) => seen.reduce((sum, colour) => sum + colour[plane], 0) / Math.max(1, seen.length));
}

/** How far a colour is from the cloth's in any light that may fall on it. */
function offCloth(colour: Colour, bare: Colour): number {
  const asBright = dot(colour, bare) / Math.max(1e-9, dot(bare, bare));
  const shade = Math.min(shades.palest, Math.max(shades.darkest, asBright));
  return difference(
    colour,
    colourOf((plane) => shade * bare[plane]),
  );
}

/** Whether what lies within a rectangle is mostly cloth. */
export function isBare(field: Planes, box: Box, bare: Colour): boolean {
  const seen = coloursIn(field, box);
  return seen.filter((colour) => offCloth(colour, bare) < sameCloth).length >= mostlyCloth * seen.length;
}

/** Whether a column's rectangle lies beside the cloth: along fewer than two of its edges there is more cloth than something else, and along two at least something else. */
export function isOffCloth(field: Planes, box: Box, bare: Colour): boolean {
  const placeAt = placesIn(box);
  const off = (beyond * box.wide) / box.long;
  const edges = [
    placesAlong.map((part) => placeAt(part, -off)),
    placesAlong.map((part) => placeAt(part, 1 + off)),
    placesAlong.map((part) => placeAt(0.5 - beside, part)),
    placesAlong.map((part) => placeAt(0.5 + beside, part)),
  ].map((places) => {
    const seen = coloursAt(field, places);
    if (seen.length === 0) return null;
    return seen.filter((colour) => offCloth(colour, bare) < sameCloth).length >= seen.length / 2;
  });
  const along = (isCloth: boolean) => edges.filter((edge) => edge === isCloth).length;
  return along(true) < 2 && along(false) >= 2;
}

/** The colours of those of some places that are in the picture. */
const coloursAt = (
  { width, height, planes }: Planes,
  places: readonly (readonly [number, number])[],
): Colour[] =>
  places.flatMap((place) => {
    const [x, y] = [Math.round(place[0]), Math.round(place[1])];
    if (x < 0 || y < 0 || x >= width || y >= height) return [];
    return [colourOf((plane) => planes[plane][y * width + x]!)];
  });
