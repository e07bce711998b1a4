import type { Colour, Planes } from './planes.ts';

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

/** Label of each pixel's part of a mask (0: none), and each part's pixels; 4-connected, by filling. */
export function partsOf(mask: Uint8Array, width: number): { labels: Int32Array; areas: number[] } {
  const labels = new Int32Array(mask.length);
  const areas = [0];
  const stack: number[] = [];
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || labels[start]) continue;
    const label = areas.length;
    let area = 0;
    labels[start] = label;
    stack.push(start);
    while (stack.length > 0) {
      const at = stack.pop()!;
      area++;
      const x = at % width;
      // Written out: a function for this takes longer than all the rest.
      if (x > 0 && mask[at - 1] && !labels[at - 1]) {
        labels[at - 1] = label;
        stack.push(at - 1);
      }
      if (x < width - 1 && mask[at + 1] && !labels[at + 1]) {
        labels[at + 1] = label;
        stack.push(at + 1);
      }
      if (at >= width && mask[at - width] && !labels[at - width]) {
        labels[at - width] = label;
        stack.push(at - width);
      }
      if (at + width < mask.length && mask[at + width] && !labels[at + width]) {
        labels[at + width] = label;
        stack.push(at + width);
      }
    }
    areas.push(area);
  }
  return { labels, areas };
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
  const { labels, areas } = partsOf(mask, width);
  const largest = areas.reduce((most, area, label) => (area > areas[most]! ? label : most), 0);
  if (largest === 0) return null;
  const own = new Uint8Array(mask.length);
  for (let at = 0; at < own.length; at++) if (labels[at] === largest) own[at] = 1;
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
  planes: Planes['planes'],
): Island[] {
  const { labels, areas } = partsOf(opened(mask, width, height, radius), width);
  const sums = areas.map(() => ({
    x: 0,
    y: 0,
    xx: 0,
    xy: 0,
    yy: 0,
    red: 0,
    green: 0,
    blue: 0,
    isCut: false,
  }));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const label = labels[y * width + x]!;
      if (!label || areas[label]! < leastArea) continue;
      const sum = sums[label]!;
      sum.x += x;
      sum.y += y;
      sum.xx += x * x;
      sum.xy += x * y;
      sum.yy += y * y;
      const at = y * width + x;
      sum.red += planes[0][at]!;
      sum.green += planes[1][at]!;
      sum.blue += planes[2][at]!;
      if (x <= 1 || y <= 1 || x >= width - 2 || y >= height - 2) sum.isCut = true;
    }
  return areas.flatMap((area, label) =>
    label === 0 || area < leastArea ? [] : [islandOf(area, sums[label]!)],
  );
}

/** From the moments of its pixels: an even rectangle of length L has the variance L²/12 along it. */
function islandOf(
  area: number,
  sum: Record<'x' | 'y' | 'xx' | 'xy' | 'yy' | 'red' | 'green' | 'blue', number> & { isCut: boolean },
): Island {
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
