import type { Pixels } from '../../artwork/pixels/pixels.ts';
import { axesOf } from './axes.ts';
import type { Box } from './box.ts';
import type { Colour } from './planes.ts';

/** A column and a little cloth on both sides, straightened: rows along it, steps across it. */
export interface Strip {
  rows: number;
  steps: number;
  /** Red, green, blue of step s in row r at [(r * steps + s) * 3], 0 to 1; NaN outside the picture. */
  data: Float32Array;
  /** Width of the column in steps, and the step at which its left edge was expected. */
  wide: number;
  first: number;
  /** Part of the pixels that are as bright as the camera can tell. */
  clipped: number;
}

/** Rows that a column is cut into, and steps that its width is. */
export const rowsOfStrip = 56;
const stepsOfColumn = 72;
/** So much of its length is left out at each end, where stitches turn. */
export const trimmed = 0.07;
/** As bright as the camera can tell, and darker than it can. */
const clippedAt = 253;

/** Where places of a box lie in the picture: `across` 0 to 1 from its left to its right edge, `along` 0 to 1 down it. */
export function placesIn(box: Box): (across: number, along: number) => [x: number, y: number] {
  const axes = axesOf(box.angle);
  return (across, along) => {
    const [a, b] = [(along - 0.5) * box.long, (across - 0.5) * box.wide];
    return [box.x + a * axes.along[0] + b * axes.across[0], box.y + a * axes.along[1] + b * axes.across[1]];
  };
}

/** Samples a box with `margin` of its width on each side. Each cell is the mean of some points in it. */
export function stripOf(picture: Pixels, box: Box, margin: readonly [number, number]): Strip {
  const { width, height, data } = picture;
  const first = Math.round(margin[0] * stepsOfColumn);
  const steps = first + stepsOfColumn + Math.round(margin[1] * stepsOfColumn);
  const out = new Float32Array(rowsOfStrip * steps * 3).fill(NaN);
  // As many points along a row as it has pixels, eight at most; two across where a step is wider than a pixel.
  const along = Math.min(8, Math.max(1, Math.round(((1 - 2 * trimmed) * box.long) / rowsOfStrip)));
  const across = box.wide / stepsOfColumn > 1.2 ? 2 : 1;
  const placeAt = placesIn(box);
  let [clipped, all] = [0, 0];
  for (let row = 0; row < rowsOfStrip; row++)
    for (let step = 0; step < steps; step++) {
      let [r, g, b, count] = [0, 0, 0, 0];
      for (let i = 0; i < along; i++)
        for (let j = 0; j < across; j++) {
          const [x, y] = placeAt(
            (step - first + (j + 0.5) / across) / stepsOfColumn,
            trimmed + ((row + (i + 0.5) / along) / rowsOfStrip) * (1 - 2 * trimmed),
          );
          const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
          if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) continue;
          const [dx, dy] = [x - 0.5 - left, y - 0.5 - top];
          const at = (top * width + left) * 4;
          const red = blended(data, at, width, dx, dy);
          const green = blended(data, at + 1, width, dx, dy);
          const blue = blended(data, at + 2, width, dx, dy);
          if (red > clippedAt && green > clippedAt && blue > clippedAt) clipped++;
          all++;
          r += red;
          g += green;
          b += blue;
          count++;
        }
      if (count === 0) continue;
      const to = (row * steps + step) * 3;
      out[to] = r / count / 255;
      out[to + 1] = g / count / 255;
      out[to + 2] = b / count / 255;
    }
  return {
    ...{ rows: rowsOfStrip, steps, data: out, wide: stepsOfColumn, first },
    clipped: all > 0 ? clipped / all : 0,
  };
}

/** A picture's number between four pixels, `at` the top left one's, so far on to the right and down. */
function blended(data: Pixels['data'], at: number, width: number, dx: number, dy: number): number {
  const below = at + width * 4;
  return (
    (data[at]! * (1 - dx) + data[at + 4]! * dx) * (1 - dy) +
    (data[below]! * (1 - dx) + data[below + 4]! * dx) * dy
  );
}

export const cellOf = ({ steps, data }: Strip, row: number, step: number): Colour => {
  const at = (row * steps + step) * 3;
  return [data[at]!, data[at + 1]!, data[at + 2]!];
};
