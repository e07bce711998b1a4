import { median } from 'simple-statistics';
import { Matrix, solve } from 'ml-matrix';
import { colourOf, type Colour, type Planes } from './planes.ts';

/** Colours a picture is mostly made of are looked for in bins of this width, at most so many of them. */
const bins = 14;
const mostModes = 6;
/** A colour of less than this part of the picture is no ground. */
const leastPart = 0.03;
/** Colours nearer than this are one. */
const apart = 0.11;

/** The colours that large parts of a picture have, the commonest first: table, hoop, cloth, a second piece of it. */
export function commonColours({ width, height, planes }: Planes): Colour[] {
  const counts = new Map<number, { count: number; sum: [number, number, number] }>();
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 40_000)));
  let all = 0;
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const at = y * width + x;
      const bin = (plane: Float32Array) => Math.min(bins - 1, Math.floor(plane[at]! * bins));
      const key = (bin(planes[0]) * bins + bin(planes[1])) * bins + bin(planes[2]);
      const known = counts.get(key) ?? { count: 0, sum: [0, 0, 0] };
      known.count++;
      planes.forEach((plane, index) => (known.sum[index as 0] += plane[at]!));
      counts.set(key, known);
      all++;
    }
  const near = (key: number) => {
    const [r, g, b] = [Math.floor(key / bins / bins), Math.floor(key / bins) % bins, key % bins];
    const list: number[] = [];
    for (let dr = -1; dr <= 1; dr++)
      for (let dg = -1; dg <= 1; dg++)
        for (let db = -1; db <= 1; db++)
          if ([r + dr, g + dg, b + db].every((value) => value >= 0 && value < bins))
            list.push(((r + dr) * bins + g + dg) * bins + b + db);
    return list;
  };
  const peaks = [...counts.keys()]
    .map((key) => {
      const around = near(key).flatMap((other) => counts.get(other) ?? []);
      const count = around.reduce((sum, one) => sum + one.count, 0);
      return {
        count,
        colour: colourOf((plane) => around.reduce((sum, one) => sum + one.sum[plane], 0) / count),
      };
    })
    .filter(({ count }) => count >= leastPart * all)
    .sort((a, b) => b.count - a.count);
  const modes: Colour[] = [];
  for (const { colour } of peaks) {
    if (modes.length === mostModes) break;
    if (modes.every((mode) => colour.some((value, plane) => Math.abs(value - mode[plane]!) > apart)))
      modes.push(colour);
  }
  return modes;
}

/** A ground's colour all over the picture: a quadratic surface for each plane, as the light falls on it. */
export interface Ground {
  /** Largest difference of a pixel's planes from the ground. */
  off: Float32Array;
  /** What is still ground: several times its own grain. */
  limit: number;
}

type Surface = readonly number[];
const valueAt = (s: Surface, x: number, y: number) =>
  s[0]! + s[1]! * x + s[2]! * y + s[3]! * x * x + s[4]! * x * y + s[5]! * y * y;

/** A ground is found again at first within this of its colour, then within a few times its grain. */
const firstWithin = 0.1;
const rounds = 4;
const grains = 3.6;
const limits = { least: 0.035, most: 0.1 } as const;

/** Fits a ground to all that has about its colour; null where that is too little. */
export function groundOf(field: Planes, colour: Colour): Ground | null {
  const { width, height, planes } = field;
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 12_000)));
  let surfaces: Surface[] = colour.map((value) => [value, 0, 0, 0, 0, 0]);
  let limit: number = firstWithin;
  const offAt = (x: number, y: number) => {
    let most = 0;
    for (let plane = 0; plane < 3; plane++) {
      const is = planes[plane as 0][y * width + x]!;
      most = Math.max(most, Math.abs(is - valueAt(surfaces[plane]!, x / width, y / height)));
    }
    return most;
  };
  for (let round = 0; round < rounds; round++) {
    const places: [number, number, number][] = [];
    for (let y = 0; y < height; y += step)
      for (let x = 0; x < width; x += step) {
        const off = offAt(x, y);
        if (off < limit) places.push([x, y, off]);
      }
    if (places.length < 60) return null;
    surfaces = planes.map((plane) => fitted(places, plane, width, height));
    const grain = 1.48 * median(places.map(([x, y]) => offAt(x, y)));
    limit = Math.min(limits.most, Math.max(limits.least, grains * grain));
  }
  return { off: offFrom(field, surfaces), limit };
}

/** Largest difference of each pixel's planes from their surfaces: plane by plane, row by row, since there are many pixels. */
function offFrom({ width, height, planes }: Planes, surfaces: readonly Surface[]): Float32Array {
  const off = new Float32Array(width * height);
  planes.forEach((plane, index) => {
    const [c, ofX, ofY, ofXX, ofXY, ofYY] = surfaces[index]! as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    for (let row = 0, at = 0; row < height; row++) {
      const y = row / height;
      for (let column = 0; column < width; column++, at++) {
        const x = column / width;
        const is = Math.abs(
          plane[at]! - (c + ofX * x + ofY * y + ofXX * x * x + ofXY * x * y + ofYY * y * y),
        );
        if (is > off[at]!) off[at] = is;
      }
    }
  });
  return off;
}

/** Least squares by the normal equations, with a trace of a ridge: ground in one line leaves the surface flat across it. */
function fitted(
  places: readonly (readonly [number, number, number])[],
  plane: Float32Array,
  width: number,
  height: number,
): Surface {
  const products = new Float64Array(36);
  const values = new Float64Array(6);
  const own = new Float64Array(6);
  for (const [column, row] of places) {
    const [x, y] = [column / width, row / height];
    own[0] = 1;
    own[1] = x;
    own[2] = y;
    own[3] = x * x;
    own[4] = x * y;
    own[5] = y * y;
    const value = plane[row * width + column]!;
    for (let i = 0; i < 6; i++) {
      for (let j = 0; j < 6; j++) products[i * 6 + j]! += own[i]! * own[j]!;
      values[i]! += own[i]! * value;
    }
  }
  const normal = Matrix.from1DArray(6, 6, products);
  const right = Matrix.columnVector(values);
  normal.add(Matrix.eye(6, 6, 1e-3 * places.length));
  // The mean is not held: only what bends away from it.
  normal.set(0, 0, normal.get(0, 0) - 1e-3 * places.length + 1e-9);
  return solve(normal, right).to1DArray();
}
