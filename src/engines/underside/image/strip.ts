import { wordsOf, type Pixels } from '../../picture/index.ts';
import { axesOf } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
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
/** As bright as the camera can tell: more than 253 of 255, whatever a mean of four is rounded to. */
const clippedAt = 253.01;

/** Where places of a box lie in the picture: `across` 0 to 1 from its left to its right edge, `along` 0 to 1 down it. */
export function placesIn(box: Box): (across: number, along: number) => [x: number, y: number] {
  const axes = axesOf(box.angle);
  return (across, along) => {
    const [a, b] = [(along - 0.5) * box.long, (across - 0.5) * box.wide];
    return [box.x + a * axes.along[0] + b * axes.across[0], box.y + a * axes.along[1] + b * axes.across[1]];
  };
}

/** Samples a box with `margin` of its width on each side. Each cell is the mean of some points in it: of so many along the column at most. */
export function stripOf(picture: Pixels, box: Box, margin: readonly [number, number], mostAlong = 8): Strip {
  const { width, height } = picture;
  const words = wordsOf(picture);
  const first = Math.round(margin[0] * stepsOfColumn);
  const steps = first + stepsOfColumn + Math.round(margin[1] * stepsOfColumn);
  const out = new Float32Array(rowsOfStrip * steps * 3).fill(NaN);
  // As many points along a row as it has pixels; two across where a step is wider than a pixel.
  const along = Math.min(mostAlong, Math.max(1, Math.round(((1 - 2 * trimmed) * box.long) / rowsOfStrip)));
  const across = box.wide / stepsOfColumn > 1.2 ? 2 : 1;
  const axes = axesOf(box.angle);
  let [clipped, all] = [0, 0];
  for (let row = 0; row < rowsOfStrip; row++)
    for (let step = 0; step < steps; step++) {
      let r = 0;
      let g = 0;
      let b = 0;
      let count = 0;
      for (let i = 0; i < along; i++) {
        const down =
          (trimmed + ((row + (i + 0.5) / along) / rowsOfStrip) * (1 - 2 * trimmed) - 0.5) * box.long;
        for (let j = 0; j < across; j++) {
          const over = ((step - first + (j + 0.5) / across) / stepsOfColumn - 0.5) * box.wide;
          const x = box.x + down * axes.along[0] + over * axes.across[0] - 0.5;
          const y = box.y + down * axes.along[1] + over * axes.across[1] - 0.5;
          // Of what is not less than 0 the whole part.
          const left = x | 0;
          const top = y | 0;
          if (x < 0 || y < 0 || left + 1 >= width || top + 1 >= height) continue;
          const dx = x - left;
          const dy = y - top;
          const at = top * width + left;
          const one = words[at]!;
          const two = words[at + 1]!;
          const three = words[at + width]!;
          const four = words[at + width + 1]!;
          const ofFour = dx * dy;
          const ofTwo = dx - ofFour;
          const ofThree = dy - ofFour;
          const ofOne = 1 - dx - ofThree;
          const red = (one & 255) * ofOne + (two & 255) * ofTwo + (three & 255) * ofThree + (four & 255) * ofFour; // prettier-ignore
          const green = ((one >>> 8) & 255) * ofOne + ((two >>> 8) & 255) * ofTwo + ((three >>> 8) & 255) * ofThree + ((four >>> 8) & 255) * ofFour; // prettier-ignore
          const blue = ((one >>> 16) & 255) * ofOne + ((two >>> 16) & 255) * ofTwo + ((three >>> 16) & 255) * ofThree + ((four >>> 16) & 255) * ofFour; // prettier-ignore
          if (red > clippedAt && green > clippedAt && blue > clippedAt) clipped++;
          all++;
          r += red;
          g += green;
          b += blue;
          count++;
        }
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

export const cellOf = ({ steps, data }: Strip, row: number, step: number): Colour => {
  const at = (row * steps + step) * 3;
  return [data[at]!, data[at + 1]!, data[at + 2]!];
};
