import { Matrix, solve } from 'ml-matrix';
import type { Pixels } from '../../artwork/pixels/pixels.ts';

/** A picture as three planes of numbers from 0 to 1 (and above, where brighter than the cloth). */
export interface Field {
  width: number;
  height: number;
  /** Red, green, blue of pixel x, y at [y * width + x]. */
  planes: readonly [Float32Array, Float32Array, Float32Array];
}

/** A picture's colours as numbers. */
export function fieldOf({ width, height, data }: Pixels): Field {
  const plane = () => new Float32Array(width * height);
  const planes: Field['planes'] = [plane(), plane(), plane()];
  for (let at = 0; at < width * height; at++) {
    planes[0][at] = data[at * 4]! / 255;
    planes[1][at] = data[at * 4 + 1]! / 255;
    planes[2][at] = data[at * 4 + 2]! / 255;
  }
  return { width, height, planes };
}

/**
 * Divides the cloth's brightness out: a quadratic surface for each plane, fitted to what is cloth (at first the picture's
 * border, then all that is like it), so that the cloth is 1 everywhere, whatever way the light falls.
 */
export function flatten(field: Field): Field {
  const { width, height, planes } = field;
  const margin = Math.max(2, Math.round(0.03 * Math.min(width, height)));
  const stride = Math.max(1, Math.floor(Math.sqrt((width * height) / 20_000)));
  const fitAll = (isGround: (x: number, y: number) => boolean): Surface[] => {
    const ground = placesOf(field, stride, isGround);
    return planes.map((plane) => fitSurface(field, plane, ground));
  };
  let surfaces = fitAll((x, y) => x < margin || y < margin || x >= width - margin || y >= height - margin);
  for (let round = 0; round < 3; round++)
    surfaces = fitAll((x, y) =>
      planes.every((plane, index) => {
        const ground = valueAt(surfaces[index]!, x / width, y / height);
        return Math.abs(plane[y * width + x]! / ground - 1) < 0.08;
      }),
    );
  const flat = (index: 0 | 1 | 2) => {
    const plane = planes[index];
    const out = new Float32Array(plane.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const ground = valueAt(surfaces[index]!, x / width, y / height);
        out[y * width + x] = plane[y * width + x]! / Math.max(0.05, ground);
      }
    return out;
  };
  return { width, height, planes: [flat(0), flat(1), flat(2)] };
}

type Surface = readonly number[];
const terms = (x: number, y: number) => [1, x, y, x * x, x * y, y * y];
// By index: this runs for every pixel, and taking the list apart cost more than the sum.
const valueAt = (surface: Surface, x: number, y: number) =>
  surface[0]! +
  surface[1]! * x +
  surface[2]! * y +
  surface[3]! * x * x +
  surface[4]! * x * y +
  surface[5]! * y * y;

/** Every `stride`th place that is ground. */
function placesOf(
  { width, height }: Field,
  stride: number,
  isGround: (x: number, y: number) => boolean,
): [x: number, y: number][] {
  const places: [number, number][] = [];
  for (let y = 0; y < height; y += stride)
    for (let x = 0; x < width; x += stride) if (isGround(x, y)) places.push([x, y]);
  return places;
}

/** Least squares by the normal equations; a surface that nothing supports stays flat at the mean. */
function fitSurface(
  { width, height }: Field,
  plane: Float32Array,
  ground: readonly (readonly [x: number, y: number])[],
): Surface {
  const size = 6;
  const count = ground.length;
  if (count < 60) return [plane.reduce((a, b) => a + b, 0) / plane.length, 0, 0, 0, 0, 0];
  const normal = Matrix.zeros(size, size);
  const right = Matrix.zeros(size, 1);
  for (const [x, y] of ground) {
    const own = terms(x / width, y / height);
    for (let row = 0; row < size; row++) {
      for (let column = 0; column < size; column++)
        normal.set(row, column, normal.get(row, column) + own[row]! * own[column]!);
      right.set(row, 0, right.get(row, 0) + own[row]! * plane[y * width + x]!);
    }
  }
  // A trace of a ridge: ground in one row leaves the surface flat across it.
  normal.add(Matrix.eye(size, size, 1e-6 * count));
  return solve(normal, right).to1DArray();
}
