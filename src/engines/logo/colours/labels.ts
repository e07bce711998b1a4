import { distance, type Rgb } from '../../../core/thread/colour.ts';
import type { Working } from '../../picture/index.ts';

/** Mark of pixels on which nothing can be sewn: the picture is clear there. */
export const clearLabel = 255;

export interface Labelled {
  width: number;
  height: number;
  /** Per pixel the index of its tone, or {@link clearLabel}. */
  labels: Uint8Array;
  /** Mean width of the rims between colours, in px of the original picture: about 1 when it is sharp. */
  rimPx: number;
}

/** A change smaller than this from one pixel to the next is no slope. */
const slopeFrom = 9;

/**
 * Gives every pixel its tone. A pixel on the slope between two colours is no colour of its own, however near it
 * comes to a third: it goes to the nearer of those that lie around it, so an edge falls where the mixture is half.
 */
export function labelPixels(picture: Working, tones: readonly Rgb[], clear: Uint8Array | null): Labelled {
  const { width, height, data, scale } = picture;
  const step = Math.max(1, Math.round(scale));
  const nearest = nearestTable(tones);
  const labels = new Uint8Array(width * height);
  const slope = new Uint8Array(width * height);
  let rims = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pixel = y * width + x;
      if (clear?.[pixel]) {
        labels[pixel] = clearLabel;
        continue;
      }
      const at = pixel * 4;
      labels[pixel] = nearest[binOf(data, at)]!;
      if (
        (x >= step && x < width - step && isSlope(data, at - 4 * step, at, at + 4 * step)) ||
        (y >= step && y < height - step && isSlope(data, at - 4 * step * width, at, at + 4 * step * width))
      ) {
        slope[pixel] = 1;
        rims++;
      }
    }
  }
  settleSlopes(picture, tones, labels, slope, 3 * step + 3);
  evenRim(labels, width, height, step);
  const edges = countEdges(labels, width, height);
  return { width, height, labels, rimPx: edges === 0 ? 0 : rims / edges / scale };
}

/** The middle lies between its neighbours, and both differ from it. */
function isSlope(data: Uint8ClampedArray, before: number, at: number, after: number): boolean {
  let dot = 0;
  let up = 0;
  let down = 0;
  for (let k = 0; k < 3; k++) {
    const a = data[at + k]! - data[before + k]!;
    const b = data[after + k]! - data[at + k]!;
    dot += a * b;
    up += a * a;
    down += b * b;
  }
  return dot > 0 && up > slopeFrom ** 2 && down > slopeFrom ** 2;
}

/** The bin of 8 × 8 × 8 levels in which a pixel's colour lies; `at`: the first of its values. */
export const binOf = (data: Uint8ClampedArray, at: number) =>
  ((data[at]! >> 3) << 10) | ((data[at + 1]! >> 3) << 5) | (data[at + 2]! >> 3);

/** The nearest tone of every colour, in bins of 8 × 8 × 8 levels. */
export function nearestTable(tones: readonly Rgb[]): Uint8Array {
  const table = new Uint8Array(32 * 32 * 32);
  for (let bin = 0; bin < table.length; bin++) {
    const r = ((bin >> 10) << 3) + 4;
    const g = (((bin >> 5) & 31) << 3) + 4;
    const b = ((bin & 31) << 3) + 4;
    let best = 0;
    for (let index = 1; index < tones.length; index++)
      if (distance(tones[index]!, r, g, b) < distance(tones[best]!, r, g, b)) best = index;
    table[bin] = best;
  }
  return table;
}

const directions = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const;

function settleSlopes(
  { width, height, data }: Working,
  tones: readonly Rgb[],
  labels: Uint8Array,
  slope: Uint8Array,
  reach: number,
): void {
  const settled = new Uint8Array(labels);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pixel = y * width + x;
      if (!slope[pixel]) continue;
      const at = pixel * 4;
      let best = -1;
      let least = Infinity;
      for (const [dx, dy] of directions) {
        for (let step = 1; step <= reach; step++) {
          const nx = x + dx * step;
          const ny = y + dy * step;
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) break;
          const there = ny * width + nx;
          if (slope[there]) continue;
          const label = labels[there]!;
          if (label !== clearLabel) {
            const far = distance(tones[label]!, data[at]!, data[at + 1]!, data[at + 2]!);
            if (far < least) {
              least = far;
              best = label;
            }
          }
          break;
        }
      }
      if (best >= 0) settled[pixel] = best;
    }
  }
  labels.set(settled);
}

/** The outermost pixels of a picture are mixed with what is not there: they are as what lies next to them. */
function evenRim(labels: Uint8Array, width: number, height: number, step: number): void {
  const last = { x: width - 1 - step, y: height - 1 - step };
  for (let y = 0; y < height; y++) {
    const isEdgeRow = y < step || y > last.y;
    for (let x = 0; x < width; x++) {
      if (!isEdgeRow && x === step) x = last.x + 1;
      const from = Math.min(last.y, Math.max(step, y)) * width + Math.min(last.x, Math.max(step, x));
      labels[y * width + x] = labels[from]!;
    }
  }
}

function countEdges(labels: Uint8Array, width: number, height: number): number {
  let edges = 0;
  for (let y = 0; y < height - 1; y++) {
    for (let x = 0; x < width - 1; x++) {
      const pixel = y * width + x;
      if (labels[pixel] !== labels[pixel + 1] || labels[pixel] !== labels[pixel + width]) edges++;
    }
  }
  return edges;
}
