import { distance, type Rgb } from '../../../core/thread/colour.ts';
import { binOf, nearestTable } from './labels.ts';
import type { Pixels } from '../../picture/index.ts';

/** A pixel this near to a tone is of it, RGB units. */
const ofTone = 40;

/** Of no tone: a rim, a mixture, or a colour that is not known yet. */
export const noTone = 255;

/** Per pixel the tone it is of, or {@link noTone}. */
export function toneMap({ data }: Pixels, clear: Uint8Array | null, tones: readonly Rgb[]): Uint8Array {
  const nearest = nearestTable(tones);
  const out = new Uint8Array(data.length / 4).fill(noTone);
  if (tones.length === 0) return out;
  for (let pixel = 0; pixel < out.length; pixel++) {
    if (clear?.[pixel]) continue;
    const at = pixel * 4;
    const tone = nearest[binOf(data, at)]!;
    if (distance(tones[tone]!, data[at]!, data[at + 1]!, data[at + 2]!) < ofTone) out[pixel] = tone;
  }
  return out;
}
