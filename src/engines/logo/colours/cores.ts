import { colourDifference, distance, sameThread, type Rgb } from '../../../core/thread/colour.ts';
import { binOf, nearestTable } from './labels.ts';
import type { Pixels } from '../../picture/index.ts';

/** A pixel of a tone differs from it by less, RGB units. */
const ofTone = 25;
/** Within a core, pixels differ from its middle by no more, each value. */
const flatWithin = 12;
/** Two pixels each way: no rim of a sharp picture, nor of a little blurred one, holds a square of five. */
const reach = 2;
/** A tint that JPEG lays beside an edge differs from its ground by less (CIEDE2000). */
const tintUpTo = 12;
const leastPixels = 3;

/**
 * Colours of small parts that no tone explains: what is flat five pixels square is a thread of its own, even where its colour lies
 * between two others. The most frequent first.
 */
export function coresBeside(picture: Pixels, clear: Uint8Array | null, tones: readonly Rgb[]): Rgb[] {
  const { width, height, data } = picture;
  const nearest = nearestTable(tones);
  const found: { rgb: Rgb; count: number }[] = [];
  for (let y = reach; y < height - reach; y++) {
    for (let x = reach; x < width - reach; x++) {
      const pixel = y * width + x;
      const at = pixel * 4;
      const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!];
      const tone = tones[nearest[binOf(data, at)]!];
      if (clear?.[pixel] || (tone && distance(tone, r, g, b) < ofTone)) continue;
      if (!isFlat(picture, clear, pixel)) continue;
      const known = found.find(({ rgb }) => distance(rgb, r, g, b) < ofTone);
      if (known) known.count++;
      else if (found.length < 64) found.push({ rgb: [r, g, b], count: 1 });
    }
  }
  return found
    .filter(({ count }) => count >= leastPixels)
    .sort((a, b) => b.count - a.count)
    .reduce<Rgb[]>((kept, { rgb }) => {
      const isTint = tones.some((tone) => colourDifference(tone, rgb) < tintUpTo);
      return isTint || kept.some((other) => colourDifference(other, rgb) < sameThread)
        ? kept
        : [...kept, rgb];
    }, []);
}

function isFlat({ width, data }: Pixels, clear: Uint8Array | null, pixel: number): boolean {
  const at = pixel * 4;
  for (let dy = -reach; dy <= reach; dy++) {
    for (let dx = -reach; dx <= reach; dx++) {
      const there = pixel + dy * width + dx;
      if (clear?.[there]) return false;
      for (let k = 0; k < 3; k++)
        if (Math.abs(data[there * 4 + k]! - data[at + k]!) > flatWithin) return false;
    }
  }
  return true;
}
