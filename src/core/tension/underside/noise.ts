import { median } from 'simple-statistics';
import { colourOf, medianOf, type Colour } from './planes.ts';

/** What a column is made of in one place: its usual colour, and how far its cells vary about it (1.48 times the median absolute deviation, by plane). */
export interface Part {
  colour: Colour;
  noise: Colour;
}

/** The usual colour of some cells and how they vary; those outside the picture are left out. null of none. */
export function partOf(cells: readonly Colour[]): Part | null {
  const known = cells.filter((cell) => cell[0] === cell[0]);
  if (known.length === 0) return null;
  const colour = medianOf(known);
  return { colour, noise: noiseAbout(colour, known) };
}

/** How far cells vary about a colour, one of them at least; all within the picture. */
export const noiseAbout = (colour: Colour, cells: readonly Colour[]): Colour =>
  colourOf((plane) => 1.48 * median(cells.map((cell) => Math.abs(cell[plane] - colour[plane]))));

/** One step of a picture's numbers: nothing varies less. */
const leastNoise = 1 / 255;

/** How many times further two parts' colours lie apart than their cells vary, in the plane where that is most. */
export const timesNoise = (one: Part, other: Part): number =>
  Math.max(
    ...([0, 1, 2] as const).map(
      (plane) =>
        Math.abs(one.colour[plane] - other.colour[plane]) /
        Math.hypot(one.noise[plane], other.noise[plane], leastNoise),
    ),
  );
