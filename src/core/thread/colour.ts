import { differenceCiede2000, formatHex } from 'culori';

/** An sRGB colour, 0–255 each. */
export type Rgb = readonly [number, number, number];

const ciede2000 = differenceCiede2000();

const culoriOf = ([r, g, b]: Rgb) => ({ mode: 'rgb' as const, r: r / 255, g: g / 255, b: b / 255 });

/**
 * How different two colours look: CIEDE2000. Below about 1 the eye sees none.
 * Source: Sharma, Wu, Dalal, "The CIEDE2000 color-difference formula" (2005), through the library culori.
 */
export function colourDifference(one: Rgb, other: Rgb): number {
  return ciede2000(culoriOf(one), culoriOf(other));
}

/** Writes “#rrggbb”. Valid: 0 to 255 each, whole numbers. */
export function hexOf(rgb: Rgb): string {
  return formatHex(culoriOf(rgb));
}

/** To whole numbers, as colours are written. */
export const roundRgb = (rgb: Rgb): Rgb => [Math.round(rgb[0]), Math.round(rgb[1]), Math.round(rgb[2])];

/** Reads "#rrggbb". */
export function rgbOf(hex: string): Rgb {
  const value = parseInt(hex.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** How light a colour is, 0 to 255. Source: ITU-R BT.601. */
export const lumaOf = ([r, g, b]: Rgb): number => 0.299 * r + 0.587 * g + 0.114 * b;

/** Colours nearer than this (CIEDE2000) are one thread. */
export const sameThread = 8;

/** Euclidean distance in RGB, 0 to 442: where pictures are mixed, not how far colours look apart. */
export const distance = (rgb: Rgb, r: number, g: number, b: number) =>
  // Not Math.hypot: it guards against overflow, and this is asked for every pixel.
  Math.sqrt((rgb[0] - r) ** 2 + (rgb[1] - g) ** 2 + (rgb[2] - b) ** 2);

/** Distance of a colour from the straight line of mixtures between two others, in RGB, where pictures are mixed. */
export function distanceFromMixture(colour: Rgb, one: Rgb, other: Rgb): number {
  const [x, y, z] = [other[0] - one[0], other[1] - one[1], other[2] - one[2]];
  const [u, v, w] = [colour[0] - one[0], colour[1] - one[1], colour[2] - one[2]];
  const length = x * x + y * y + z * z;
  const along = length === 0 ? 0 : (u * x + v * y + w * z) / length;
  const share = Math.min(1, Math.max(0, along));
  return Math.sqrt((u - share * x) ** 2 + (v - share * y) ** 2 + (w - share * z) ** 2);
}

/** The articles whose colour comes nearest, nearest first, with the difference (CIEDE2000). */
export function nearestThreads<T extends { colour: string }>(
  colour: Rgb,
  threads: readonly T[],
  count = 3,
): { thread: T; difference: number }[] {
  return threads
    .map((thread) => ({ thread, difference: colourDifference(colour, rgbOf(thread.colour)) }))
    .sort((a, b) => a.difference - b.difference)
    .slice(0, count);
}
