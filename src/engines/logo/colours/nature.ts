import { distance, type Rgb } from '../../../core/thread/colour.ts';
import type { Pixels } from '../../picture/index.ts';

/** What a picture is: plain colours, colours that run into each other, or a photograph. */
export type Nature = 'drawing' | 'gradient' | 'photograph';

/** A pixel this far from every tone is of none, RGB units. */
const ofNone = 16;
/**
 * A drawing's pixels are of its tones but for edges, JPEG and noise (a tenth, at most a fifth, of made-up logos); a photograph's are not, or need many
 * tones to be. Shares of all pixels; fitted on made-up logos and photos of cloth.
 */
const photographFrom = { surely: 0.3, withManyTones: 0.24, manyTones: 10 } as const;
/** Tones nearer than this, RGB units, run into each other; plain logos have a pair of them at most, two where they use tints. */
const runsInto = { within: 60, pairs: 3 } as const;

/** Judges by how well the tones that were found explain the picture. */
export function natureOf(picture: Pixels, clear: Uint8Array | null, tones: readonly Rgb[]): Nature {
  const { data } = picture;
  let all = 0;
  let none = 0;
  for (let pixel = 0; pixel < data.length / 4; pixel += 3) {
    if (clear?.[pixel]) continue;
    all++;
    const at = pixel * 4;
    if (!tones.some((tone) => distance(tone, data[at]!, data[at + 1]!, data[at + 2]!) <= ofNone)) none++;
  }
  const share = all === 0 ? 0 : none / all;
  const isMany = tones.length >= photographFrom.manyTones;
  if (share > photographFrom.surely || (share > photographFrom.withManyTones && isMany)) return 'photograph';
  const pairs = tones.flatMap((one, index) =>
    tones.slice(index + 1).filter((other) => distance(one, ...other) < runsInto.within),
  );
  return pairs.length >= runsInto.pairs ? 'gradient' : 'drawing';
}
