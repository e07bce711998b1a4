import { median } from 'simple-statistics';
import { wordsOf, type Pixels } from '../../picture/index.ts';

/** A picture as three planes of numbers from 0 to 1. */
export interface Planes {
  width: number;
  height: number;
  /** Red, green, blue of pixel x, y at [y * width + x]. */
  planes: readonly [Float32Array, Float32Array, Float32Array];
  /** Pixels of the original for one of these. */
  factor: number;
}

export type Colour = readonly [number, number, number];

export const colourOf = (value: (plane: 0 | 1 | 2) => number): Colour => [value(0), value(1), value(2)];

/** How bright a colour is, 0 to 1: the mean of its planes. */
export const brightness = ([r, g, b]: Colour) => (r + g + b) / 3;

/** Two colours as directions: the product of their planes, added up. */
export const dot = (a: Colour, b: Colour) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** The usual one of some colours, one at least: the median of each plane. */
export const medianOf = (colours: readonly Colour[]): Colour =>
  colourOf((plane) => median(colours.map((colour) => colour[plane])));

/** Largest difference of two colours' planes. */
export const difference = (a: Colour, b: Colour) =>
  Math.max(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]), Math.abs(a[2] - b[2]));

/** How far a colour lies on the way from one to another, which are not the same: 0 at the first, 1 at the second. */
export function reachOf(colour: Colour, one: Colour, other: Colour): number {
  const way = colourOf((plane) => other[plane] - one[plane]);
  const from = colourOf((plane) => colour[plane] - one[plane]);
  return dot(way, from) / dot(way, way);
}

/** How far a colour lies from all mixtures of two others, which are not the same. */
export function betweenOff(colour: Colour, one: Colour, other: Colour): number {
  const way = colourOf((plane) => other[plane] - one[plane]);
  const part = Math.min(1, Math.max(0, reachOf(colour, one, other)));
  return difference(
    colour,
    colourOf((plane) => one[plane] + part * way[plane]),
  );
}

/** A picture made smaller by a whole number, each pixel the mean of those it covers: the longest side comes to `side` px at most. */
export function planesOf({ width, height, data }: Pixels, side: number): Planes {
  const factor = Math.max(1, Math.ceil(Math.max(width, height) / side));
  const w = Math.max(1, Math.floor(width / factor));
  const h = Math.max(1, Math.floor(height / factor));
  const plane = () => new Float32Array(w * h);
  const planes: Planes['planes'] = [plane(), plane(), plane()];
  const [red, green, blue] = planes;
  const words = wordsOf({ data });
  const scale = 1 / (255 * factor * factor);
  for (let y = 0, to = 0; y < h; y++)
    for (let x = 0; x < w; x++, to++) {
      let r = 0;
      let g = 0;
      let b = 0;
      for (let dy = 0; dy < factor; dy++) {
        const start = (y * factor + dy) * width + x * factor;
        for (let at = start; at < start + factor; at++) {
          const word = words[at]!;
          r += word & 255;
          g += (word >>> 8) & 255;
          b += (word >>> 16) & 255;
        }
      }
      red[to] = r * scale;
      green[to] = g * scale;
      blue[to] = b * scale;
    }
  return { width: w, height: h, planes, factor };
}

/** Each pixel the mean of itself and its neighbours, one each way: grain goes, edges stay where they are. */
export function smoothed({ width, height, planes, factor }: Planes): Planes {
  const blur = (plane: Float32Array) => {
    const across = new Float32Array(plane.length);
    for (let start = 0; start < plane.length; start += width)
      meansOf(plane.subarray(start, start + width), across.subarray(start, start + width), 1);
    const out = new Float32Array(plane.length);
    meansOf(across, out, width);
    return out;
  };
  return { width, height, factor, planes: [blur(planes[0]), blur(planes[1]), blur(planes[2])] };
}

/** Each number's mean with those one step before and behind it, as far as there are any. */
function meansOf(from: Float32Array, to: Float32Array, step: number): void {
  const last = from.length - step;
  if (last <= 0) return to.set(from);
  for (let at = 0; at < step; at++) to[at] = (from[at]! + from[at + step]!) / 2;
  for (let at = step; at < last; at++) to[at] = (from[at - step]! + from[at]! + from[at + step]!) / 3;
  for (let at = last; at < from.length; at++) to[at] = (from[at - step]! + from[at]!) / 2;
}
