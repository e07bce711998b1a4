import { median } from 'simple-statistics';
import { Matrix, solve } from 'ml-matrix';
import { colourOf, type Colour, type Planes } from '../image/planes.ts';

/** Colours a picture is mostly made of are looked for in bins of this width, at most so many of them. */
const bins = 14;
const mostModes = 6;
/** A colour of less than this part of the picture is no ground. */
const leastPart = 0.03;
/** Colours nearer than this are one. */
const apart = 0.11;

const binOf = (value: number) => Math.min(bins - 1, Math.floor(value * bins));

/** The colours that large parts of a picture have, the commonest first: table, hoop, cloth, a second piece of it. */
export function commonColours({ width, height, planes }: Planes): Colour[] {
  const [red, green, blue] = planes;
  // By bin: how many, and their red, green and blue added up.
  const counts = new Uint32Array(bins ** 3);
  const sums = new Float64Array(3 * bins ** 3);
  const seen: number[] = [];
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 40_000)));
  let all = 0;
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const at = y * width + x;
      const key = (binOf(red[at]!) * bins + binOf(green[at]!)) * bins + binOf(blue[at]!);
      if (counts[key] === 0) seen.push(key);
      counts[key]!++;
      sums[3 * key]! += red[at]!;
      sums[3 * key + 1]! += green[at]!;
      sums[3 * key + 2]! += blue[at]!;
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
  const peaks = seen
    .map((key) => {
      const around = near(key).filter((other) => counts[other]! > 0);
      const count = around.reduce((sum, other) => sum + counts[other]!, 0);
      return {
        count,
        colour: colourOf((plane) => around.reduce((sum, other) => sum + sums[3 * other + plane]!, 0) / count),
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

/** What a plane's value is at x, y, as parts of the picture's width and height: those of 1, x, y, x², x y, y². */
type Surface = readonly number[];
type Six = readonly [number, number, number, number, number, number];

/** A ground is found again at first within this of its colour, then within a few times its grain. */
const firstWithin = 0.1;
const rounds = 4;
const grains = 3.6;
const limits = { least: 0.035, most: 0.1 } as const;

/** Fits a ground to all that has about its colour; null where that is too little. */
export function groundOf(field: Planes, colour: Colour): Ground | null {
  const { width, height } = field;
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 12_000)));
  let surfaces = colour.map((value): Surface => [value, 0, 0, 0, 0, 0]);
  let limit: number = firstWithin;
  for (let round = 0; round < rounds; round++) {
    const places: number[] = [];
    const offs = offAtPlaces(field, surfaces);
    for (let y = 0; y < height; y += step)
      for (let x = 0, at = y * width; x < width; x += step, at += step) if (offs(at) < limit) places.push(at);
    if (places.length < 60) return null;
    surfaces = fitted(places, field);
    const grain = 1.48 * median(places.map(offAtPlaces(field, surfaces)));
    limit = Math.min(limits.most, Math.max(limits.least, grains * grain));
  }
  return { off: offFrom(field, surfaces), limit };
}

/** Largest difference of a pixel's planes from their surfaces. */
function offAtPlaces(
  { width, height, planes }: Planes,
  surfaces: readonly Surface[],
): (at: number) => number {
  return (at) => {
    const row = Math.floor(at / width);
    const [x, y] = [(at - row * width) / width, row / height];
    let most = 0;
    for (let plane = 0; plane < 3; plane++) {
      const [c, ofX, ofY, ofXX, ofXY, ofYY] = surfaces[plane] as Six;
      most = Math.max(most, Math.abs(planes[plane as 0][at]! - (c + ofX * x + ofY * y + ofXX * x * x + ofXY * x * y + ofYY * y * y))); // prettier-ignore
    }
    return most;
  };
}

/** The same of all pixels: plane by plane, row by row, since there are many. */
function offFrom({ width, height, planes }: Planes, surfaces: readonly Surface[]): Float32Array {
  const off = new Float32Array(width * height);
  for (const [index, surface] of surfaces.entries()) {
    const [c, ofX, ofY, ofXX, ofXY, ofYY] = surface as Six;
    const plane = planes[index as 0];
    for (let row = 0, at = 0; row < height; row++) {
      const y = row / height;
      // What is the same all along a row.
      const level = c + ofY * y + ofYY * y * y;
      const slope = ofX + ofXY * y;
      for (let column = 0; column < width; column++, at++) {
        const x = column / width;
        const is = Math.abs(plane[at]! - level - x * (slope + ofXX * x));
        if (is > off[at]!) off[at] = is;
      }
    }
  }
  return off;
}

/** Each plane's surface through some pixels, least squares by the normal equations, with a trace of a ridge: ground in one line leaves the surface flat across it. */
function fitted(places: readonly number[], { width, height, planes }: Planes): Surface[] {
  const products = new Float64Array(36);
  const values = planes.map(() => new Float64Array(6));
  const own = new Float64Array(6);
  for (const at of places) {
    const row = Math.floor(at / width);
    const x = (at - row * width) / width;
    const y = row / height;
    own[0] = 1;
    own[1] = x;
    own[2] = y;
    own[3] = x * x;
    own[4] = x * y;
    own[5] = y * y;
    for (let i = 0; i < 6; i++) for (let j = i; j < 6; j++) products[i * 6 + j]! += own[i]! * own[j]!;
    for (let plane = 0; plane < 3; plane++) {
      const value = planes[plane as 0][at]!;
      for (let i = 0; i < 6; i++) values[plane]![i]! += own[i]! * value;
    }
  }
  for (let i = 0; i < 6; i++) for (let j = 0; j < i; j++) products[i * 6 + j] = products[j * 6 + i]!;
  const normal = Matrix.from1DArray(6, 6, products);
  normal.add(Matrix.eye(6, 6, 1e-3 * places.length));
  // The mean is not held: only what bends away from it.
  normal.set(0, 0, normal.get(0, 0) - 1e-3 * places.length + 1e-9);
  return values.map((right) => solve(normal, Matrix.columnVector(right)).to1DArray());
}
