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

/** The mask without what is thinner than `radius` on each side: threads that hang from a column are cut off it. */
export function opened(mask: Uint8Array, width: number, height: number, radius: number): Uint8Array {
  const kept = new Uint8Array(mask.length);
  const across = new Uint8Array(mask.length);
  for (const value of [0, 1]) {
    spreadAcross(value === 0 ? mask : kept, across, width, radius, value);
    spreadDown(across, kept, width, height, radius, value);
  }
  return kept;
}

/** Along each row every pixel with one of `value` within `radius` of it becomes that. */
function spreadAcross(from: Uint8Array, to: Uint8Array, width: number, radius: number, value: number): void {
  const other = 1 - value;
  for (let start = 0; start < from.length; start += width) {
    const end = start + width;
    // The nearest of them behind, then the nearest before.
    let last = -radius - 1;
    for (let at = start; at < end; at++) {
      if (from[at] === value) last = at;
      to[at] = at - last <= radius && last >= start ? value : other;
    }
    last = from.length + radius + 1;
    for (let at = end - 1; at >= start; at--) {
      if (from[at] === value) last = at;
      if (last - at <= radius) to[at] = value;
    }
  }
}

/** The same down each column, row by row: memory is read in its order. */
function spreadDown(
  from: Uint8Array,
  to: Uint8Array,
  width: number,
  height: number,
  radius: number,
  value: number,
): void {
  const other = 1 - value;
  const last = new Int32Array(width).fill(-radius - 1);
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at++) {
      if (from[at] === value) last[x] = y;
      to[at] = y - last[x]! <= radius ? value : other;
    }
  last.fill(height + radius + 1);
  for (let y = height - 1; y >= 0; y--)
    for (let x = 0, at = y * width; x < width; x++, at++) {
      if (from[at] === value) last[x] = y;
      if (last[x]! - y <= radius) to[at] = value;
    }
}

/** The largest piece of a mask, how much of the picture it is, and whether it lies around the rest: it reaches most of the picture's rim. */
export interface Piece {
  mask: Uint8Array;
  part: number;
  isAround: boolean;
}

/** The largest connected piece of a mask; null of nothing. */
export function largestOf(mask: Uint8Array, width: number, height: number): Piece | null {
  const { rows, from, to, parts, areas } = runsOf(mask, width);
  const largest = areas.reduce((most, area, part) => (area > areas[most]! ? part : most), 0);
  if (largest === 0) return null;
  const own = new Uint8Array(mask.length);
  for (let run = 0; run < rows.length; run++)
    if (parts[run] === largest) own.fill(1, rows[run]! * width + from[run]!, rows[run]! * width + to[run]!);
  let rim = 0;
  for (let x = 0; x < width; x++) rim += own[x]! + own[(height - 1) * width + x]!;
  for (let y = 0; y < height; y++) rim += own[y * width]! + own[y * width + width - 1]!;
  return { mask: own, part: areas[largest]! / mask.length, isAround: rim > 0.25 * 2 * (width + height) };
}

/** Everything but some pieces. */
export function outside(pieces: readonly Piece[]): Uint8Array {
  const rest = new Uint8Array(pieces[0]!.mask.length).fill(1);
  for (const { mask } of pieces) for (let at = 0; at < rest.length; at++) if (mask[at]) rest[at] = 0;
  return rest;
}

/** The parts of a mask that are large enough, what hangs from them by a thread cut off. */
export function islandsOf(
  mask: Uint8Array,
  width: number,
  height: number,
  { radius, leastArea }: { radius: number; leastArea: number },
  colours: RunningColours,
): Island[] {
  const { rows, from, to, parts, areas } = runsOf(opened(mask, width, height, radius), width);
  const sums = areas.map((area) => (area < leastArea ? null : { ...noSums }));
  const [reds, greens, blues] = colours.planes;
  for (let run = 0; run < rows.length; run++) {
    const sum = sums[parts[run]!];
    if (!sum) continue;
    const [y, a, b] = [rows[run]!, from[run]!, to[run]!];
    const along = ((b - a) * (a + b - 1)) / 2;
    sum.x += along;
    sum.y += (b - a) * y;
    sum.xx += squaresBelow(b) - squaresBelow(a);
    sum.xy += along * y;
    sum.yy += (b - a) * y * y;
    const at = y * (width + 1);
    sum.red += reds[at + b]! - reds[at + a]!;
    sum.green += greens[at + b]! - greens[at + a]!;
    sum.blue += blues[at + b]! - blues[at + a]!;
    if (a <= 1 || y <= 1 || b > width - 2 || y >= height - 2) sum.isCut = true;
  }
  return sums.flatMap((sum, part) => (sum && part > 0 ? [islandOf(areas[part]!, sum)] : []));
}

const noSums = { x: 0, y: 0, xx: 0, xy: 0, yy: 0, red: 0, green: 0, blue: 0, isCut: false };

/** 0² + 1² + … + (n − 1)². */
const squaresBelow = (n: number) => ((n - 1) * n * (2 * n - 1)) / 6;

/** From the moments of its pixels: an even rectangle of length L has the variance L²/12 along it. */
function islandOf(area: number, sum: typeof noSums): Island {
  const [x, y] = [sum.x / area, sum.y / area];
  const [xx, xy, yy] = [sum.xx / area - x * x, sum.xy / area - x * y, sum.yy / area - y * y];
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
    isCut: sum.isCut,
    colour: [sum.red / area, sum.green / area, sum.blue / area],
  };
}
