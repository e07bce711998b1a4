import { emptyMask, fill, opened, type Mask } from './mask.ts';
import type { Colour } from './planes.ts';
import { runsOf, type RunningColours } from './runs.ts';

/** A connected part of a mask. */
export interface Island {
  area: number;
  /** Its middle, px. */
  x: number;
  y: number;
  /** Direction of its longer axis, radians, −π/2 to π/2. */
  angle: number;
  /** Length and width of the even rectangle that is spread like it, px. */
  long: number;
  wide: number;
  /** Its area over that rectangle's: 1 for a rectangle, less for anything ragged, bent or hollow. */
  fill: number;
  /** It reaches the rim of the picture. */
  isCut: boolean;
  /** Its mean colour. */
  colour: Colour;
}

/** The largest piece of a mask, how much of the picture it is, and whether it lies around the rest: it reaches most of the picture's rim. */
export interface Piece {
  mask: Mask;
  part: number;
  isAround: boolean;
}

/** The largest connected piece of a mask; null of nothing. */
export function largestOf(mask: Mask): Piece | null {
  const { width, height } = mask;
  const { rows, from, to, parts, areas } = runsOf(mask);
  const largest = areas.reduce((most, area, part) => (area > areas[most]! ? part : most), 0);
  if (largest === 0) return null;
  const own = emptyMask(width, height);
  let rim = 0;
  for (let run = 0; run < rows.length; run++) {
    if (parts[run] !== largest) continue;
    const [y, a, b] = [rows[run]!, from[run]!, to[run]!];
    fill(own, y, a, b);
    rim += (y === 0 ? b - a : 0) + (y === height - 1 ? b - a : 0) + (a === 0 ? 1 : 0) + (b === width ? 1 : 0);
  }
  const isAround = rim > 0.25 * 2 * (width + height);
  return { mask: own, part: areas[largest]! / (width * height), isAround };
}

/** What is added up of each part: of its pixels x, y, x², x y, y², red, green and blue. */
const sums = 8;

/** The parts of a mask that are large enough, what hangs from them by a thread cut off. */
export function islandsOf(
  mask: Mask,
  { radius, leastArea }: { radius: number; leastArea: number },
  colours: RunningColours,
): Island[] {
  const { width, height } = mask;
  const { rows, from, to, parts, areas } = runsOf(opened(mask, radius));
  const large: number[] = [];
  const places = new Int32Array(areas.length).fill(-1);
  for (let part = 1; part < areas.length; part++)
    if (areas[part]! >= leastArea) places[part] = large.push(part) - 1;
  const moments = new Float64Array(sums * large.length);
  const cut = new Uint8Array(large.length);
  const [reds, greens, blues] = colours.planes;
  for (let run = 0; run < rows.length; run++) {
    const place = places[parts[run]!]!;
    if (place < 0) continue;
    const y = rows[run]!;
    const a = from[run]!;
    const b = to[run]!;
    const long = b - a;
    const along = (long * (a + b - 1)) / 2;
    const sum = sums * place;
    moments[sum]! += along;
    moments[sum + 1]! += long * y;
    moments[sum + 2]! += squaresBelow(b) - squaresBelow(a);
    moments[sum + 3]! += along * y;
    moments[sum + 4]! += long * y * y;
    const at = y * (width + 1);
    moments[sum + 5]! += reds[at + b]! - reds[at + a]!;
    moments[sum + 6]! += greens[at + b]! - greens[at + a]!;
    moments[sum + 7]! += blues[at + b]! - blues[at + a]!;
    if (a <= 1 || y <= 1 || b > width - 2 || y >= height - 2) cut[place] = 1;
  }
  return large.map((part, place) =>
    islandOf(areas[part]!, moments.subarray(sums * place, sums * (place + 1)), cut[place] === 1),
  );
}

/** 0² + 1² + … + (n − 1)². */
const squaresBelow = (n: number) => ((n - 1) * n * (2 * n - 1)) / 6;

/** From the moments of its pixels: an even rectangle of length L has the variance L²/12 along it. */
function islandOf(area: number, sum: Float64Array, isCut: boolean): Island {
  const of = (index: number) => sum[index]! / area;
  const [x, y] = [of(0), of(1)];
  const [xx, xy, yy] = [of(2) - x * x, of(3) - x * y, of(4) - y * y];
  const half = (xx + yy) / 2;
  const root = Math.hypot((xx - yy) / 2, xy);
  const [long, wide] = [Math.sqrt(12 * (half + root)), Math.sqrt(12 * Math.max(1e-6, half - root))];
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  return {
    area,
    x,
    y,
    angle,
    long,
    wide,
    fill: area / (long * wide),
    isCut,
    colour: [of(5), of(6), of(7)],
  };
}
