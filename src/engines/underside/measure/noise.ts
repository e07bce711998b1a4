import { median } from 'simple-statistics';
import { usualOf, type Cells } from '../image/cells.ts';
import { colourOf, type Colour } from '../image/planes.ts';

/** What a column is made of in one place: its usual colour, and how far its cells vary about it (1.48 times the median absolute deviation, by plane). */
export interface Part {
  colour: Colour;
  noise: Colour;
}

/** The usual colour of some cells and how they vary; null of none. */
export function partOf(cells: Cells): Part | null {
  if (cells[0].length === 0) return null;
  const colour = usualOf(cells);
  return { colour, noise: noiseAbout(colour, cells) };
}

/** How far cells vary about a colour, one of them at least. */
export const noiseAbout = (colour: Colour, cells: Cells): Colour =>
  colourOf((plane) => 1.48 * median(cells[plane].map((value) => Math.abs(value - colour[plane]))));

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
