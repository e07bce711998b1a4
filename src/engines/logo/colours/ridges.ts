import { colourDifference, distance, type Rgb } from '../../../core/thread/colour.ts';
import type { Pixels } from '../../picture/index.ts';
import { noTone, toneMap } from './tone-map.ts';

/** Around a thin stroke nothing but its ground lies so near, px. */
const reach = 4;
/** Middles of strokes of one thread differ by less, RGB units. */
const alikeWithin = 18;
/** So many middles are looked at, and so many of them must be alike: those of strokes under a pixel wide have every colour between the ground and their own. */
const least = { count: 60, share: 0.85 } as const;
const mostLookedAt = 600;
/** What is nearer to a tone is that (CIEDE2000). */
const newFrom = 14;
/** In larger pictures what must be sewn is wider than a few pixels. */
const mostPixels = 4_000_000;

/**
 * Colours of thin strokes that stand by themselves on one tone, each the same along all their middles: a thread of its own, even where its colour lies between two others
 * as the rims of theirs do. `clear`: pixels with nothing on them. At most one for each tone.
 */
export function strokesBeside(picture: Pixels, clear: Uint8Array | null, tones: readonly Rgb[]): Rgb[] {
  const { width, height } = picture;
  if (width * height > mostPixels) return [];
  const tonesAt = toneMap(picture, clear, tones);
  const middles = new Map<number, Rgb[]>();
  for (let y = reach; y < height - reach; y++) {
    for (let x = reach; x < width - reach; x++) {
      const pixel = y * width + x;
      if (tonesAt[pixel] !== noTone || clear?.[pixel]) continue;
      const ground = onlyToneAround(tonesAt, width, pixel);
      if (ground === null || !isMiddle(picture, pixel, tones[ground]!)) continue;
      const known = middles.get(ground);
      if (known) known.push(at(picture, pixel));
      else middles.set(ground, [at(picture, pixel)]);
    }
  }
  return [...middles.values()].flatMap((colours) => {
    const common = commonOf(colours);
    return common && tones.every((tone) => colourDifference(tone, common) >= newFrom) ? [common] : [];
  });
}

const at = ({ data }: Pixels, pixel: number): Rgb => [
  data[4 * pixel]!,
  data[4 * pixel + 1]!,
  data[4 * pixel + 2]!,
];

/** The one tone within reach of a pixel; null where there are none or two. */
function onlyToneAround(tonesAt: Uint8Array, width: number, pixel: number): number | null {
  let only: number | null = null;
  for (let dy = -reach; dy <= reach; dy++) {
    for (let dx = -reach; dx <= reach; dx++) {
      const tone = tonesAt[pixel + dy * width + dx]!;
      if (tone === noTone) continue;
      if (only !== null && tone !== only) return null;
      only = tone;
    }
  }
  return only;
}

/** Whether none of a pixel's eight neighbours is farther from the ground than it is. */
function isMiddle(picture: Pixels, pixel: number, ground: Rgb): boolean {
  const own = distance(ground, ...at(picture, pixel));
  for (let dy = -1; dy <= 1; dy++)
    for (let dx = -1; dx <= 1; dx++)
      if (distance(ground, ...at(picture, pixel + dy * picture.width + dx)) > own + 0.5) return false;
  return true;
}

/** The colour that most of some are alike to, or null. */
function commonOf(colours: readonly Rgb[]): Rgb | null {
  if (colours.length < least.count) return null;
  const every = Math.ceil(colours.length / mostLookedAt);
  const some = colours.filter((_, k) => k % every === 0);
  let [best, most] = [some[0]!, 0];
  for (const one of some) {
    const alike = some.filter((other) => distance(one, ...other) < alikeWithin).length;
    if (alike > most) [best, most] = [one, alike];
  }
  return most >= least.share * some.length ? best : null;
}
