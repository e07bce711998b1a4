import type { Pixels } from '../../src/engines/picture/pixels.ts';
import { planesOf, type Colour, type Planes } from '../../src/engines/underside/image/planes.ts';

/** A flat rectangle about its middle, px; `angle` along it, radians, π/2 is upright. */
export interface FlatColumn {
  x: number;
  y: number;
  long: number;
  wide: number;
  angle?: number;
  /** Its stripes across, as parts of its width that come to 1: upright from left to right. One colour where there is one. */
  stripes: readonly (readonly [part: number, colour: Colour])[];
}

/** A picture of flat columns on a flat ground without grain, the first on top: each pixel the mean of 3 × 3 points of what lies under it. */
export function flatBlock(
  [width, height]: readonly [number, number],
  ground: Colour | ((x: number, y: number) => Colour),
  columns: readonly FlatColumn[],
): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  const at = (x: number, y: number): Colour => {
    for (const column of columns) {
      const colour = colourIn(column, x, y);
      if (colour) return colour;
    }
    return typeof ground === 'function' ? ground(x, y) : ground;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0];
      for (let point = 0; point < 9; point++) {
        const colour = at(x + ((point % 3) + 0.5) / 3, y + (Math.floor(point / 3) + 0.5) / 3);
        for (let plane = 0; plane < 3; plane++) sum[plane]! += colour[plane]!;
      }
      data.set([...sum.map((value) => Math.round(value / 9)), 255], (y * width + x) * 4);
    }
  return { width, height, data };
}

function colourIn(
  { x, y, long, wide, angle = Math.PI / 2, stripes }: FlatColumn,
  px: number,
  py: number,
): Colour | null {
  const [dx, dy] = [px - x, py - y];
  const along = dx * Math.cos(angle) + dy * Math.sin(angle);
  // To the right of an upright column.
  const across = dx * Math.sin(angle) - dy * Math.cos(angle);
  if (Math.abs(along) > long / 2 || Math.abs(across) > wide / 2) return null;
  let right = -wide / 2;
  for (const [part, colour] of stripes) {
    right += part * wide;
    if (across <= right) return colour;
  }
  return stripes.at(-1)![1];
}

/** The same as planes of its own size. */
export const flatPlanes = (...made: Parameters<typeof flatBlock>): Planes =>
  planesOf(flatBlock(...made), Math.max(...made[0]));
