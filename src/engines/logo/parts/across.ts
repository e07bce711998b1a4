import { clearLabel } from '../colours/labels.ts';
import type { Rgb } from '../../../core/thread/colour.ts';

/** The picture a width is measured on, at working size: its colours (RGBA), and the tone of every pixel. */
export interface Coloured {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  labels: Uint8Array;
  tones: readonly Rgb[];
}

/** Half a turn in so many directions: the one straight across a stroke is missed by 6° at most, which makes half a hundredth. */
const directions = Array.from({ length: 16 }, (_, k) => {
  const angle = (k * Math.PI) / 16;
  return { x: Math.cos(angle), y: Math.sin(angle) };
});

/** Steps of the walk across, px. */
const stepPx = 0.25;

/** The way across is at most so much longer than whole pixels say, px. */
const mostLonger = 1.25;
const waysTried = 5;

/** What is mixed by less than this is the other colour, and the walk ends. */
const asGood = 0.04;

/**
 * Width of a stroke at a pixel of its middle, working px, finer than pixels: along the shortest way across, each step counts by how much of it is
 * of the stroke's colour and how much of the colour beside it, so that a pixel that is mixed half and half counts half. `about`: the width by whole
 * pixels. Null where the way does not end near that, as where two strokes meet.
 */
export function widthAcross(picture: Coloured, pixel: number, about: number): number | null {
  const { width, labels } = picture;
  const from = { x: pixel % width, y: Math.floor(pixel / width) };
  const label = labels[pixel]!;
  const far = about + 2;
  const ways = directions
    .map((way) => ({ way, ends: [endOf(picture, label, from, way, 1, far), endOf(picture, label, from, way, -1, far)] as const }))
    .map((one) => ({ ...one, long: one.ends[0] + one.ends[1] }))
    .sort((a, b) => a.long - b.long);
  if (ways[0]!.long > about + mostLonger) return null;
  // By whole pixels a way beside the shortest may be it.
  let least: number | null = null;
  for (const { way, ends } of ways.slice(0, waysTried)) {
    const one = mixedTo(picture, label, from, way, 1, ends[0], far);
    const other = mixedTo(picture, label, from, way, -1, ends[1], far);
    if (one !== null && other !== null && (least === null || one + other < least)) least = one + other;
  }
  return least;
} // prettier-ignore

/** How far the same label goes, px, at most `far`. */
function endOf({ width, height, labels }: Coloured, label: number, from: { x: number; y: number }, way: { x: number; y: number }, sign: number, far: number): number {
  for (let long = stepPx; long < far; long += stepPx) {
    const x = Math.round(from.x + sign * long * way.x);
    const y = Math.round(from.y + sign * long * way.y);
    if (x < 0 || y < 0 || x >= width || y >= height || labels[y * width + x] !== label) return long;
  }
  return far;
} // prettier-ignore

/** How much of the stroke's colour lies that way, px; null where the colour beside it cannot be told from it. */
function mixedTo(picture: Coloured, label: number, from: { x: number; y: number }, way: { x: number; y: number }, sign: number, end: number, far: number): number | null {
  const { width, height, labels, tones } = picture;
  if (end >= far) return null;
  const at = (long: number) => ({ x: from.x + sign * long * way.x, y: from.y + sign * long * way.y });
  const beside = at(end + 1);
  const [x, y] = [Math.round(beside.x), Math.round(beside.y)];
  // At the picture's rim nothing lies beside it.
  if (x < 0 || y < 0 || x >= width || y >= height) return end - stepPx / 2;
  const other = labels[y * width + x]!;
  const [own, ground] = [tones[label], tones[other]];
  if (other === clearLabel || other === label || !own || !ground) return end - stepPx / 2;
  let sum = 0;
  let last = 1;
  for (let long = stepPx / 2; long < far + 3; long += stepPx) {
    const mixed = mixAt(picture, at(long), own, ground);
    if (mixed === null) break;
    // Past the edge, what mixes in again is another stroke.
    if (long > end && (mixed < asGood || mixed > last + asGood)) break;
    sum += mixed * stepPx;
    last = mixed;
  }
  return sum;
} // prettier-ignore

/** How much of `own` is mixed into `ground` at a place between pixels, 0 to 1; null beyond the picture. */
function mixAt({ width, height, data }: Coloured, { x, y }: { x: number; y: number }, own: Rgb, ground: Rgb): number | null {
  if (x < 0 || y < 0 || x > width - 1 || y > height - 1) return null;
  const [x0, y0] = [Math.min(width - 2, Math.floor(x)), Math.min(height - 2, Math.floor(y))];
  const [fx, fy] = [x - x0, y - y0];
  const at = (y0 * width + x0) * 4;
  const below = at + width * 4;
  let dot = 0;
  let square = 0;
  for (let k = 0; k < 3; k++) {
    const upper = data[at + k]! + (data[at + 4 + k]! - data[at + k]!) * fx;
    const lower = data[below + k]! + (data[below + 4 + k]! - data[below + k]!) * fx;
    const apart = own[k]! - ground[k]!;
    dot += (upper + (lower - upper) * fy - ground[k]!) * apart;
    square += apart * apart;
  }
  return Math.min(1, Math.max(0, dot / square));
} // prettier-ignore
