import { spreadOf, type Quantity } from '../base/quantity.ts';
import { isMetallic } from '../thread/fibres.ts';
import { threadDiameter, type ThreadBody } from '../thread/diameter.ts';
import { needleSizes, type NeedleMetric } from '../units/needle-size.ts';
import type { NeedleSpec } from './label.ts';

/** Eye width over the metric size of the eye (1/100 mm). From memory. */
const eyeWidthShare = 0.4;
/** Eyes of needles above the largest in the table go on in steps of 10. */
const eyeSizes = [...needleSizes.map((size) => size.metric as number), 130, 140];
/** How many sizes the eye is above its blade: the embroidery eye one, the long eye two. From memory. */
const eyeStep = { standard: 1, large: 2 } as const;

/** The shares of the eye that a thread fills where it runs freely and is still guided; above `tight` it rubs and shreds. `best`: the middle of practice. */
interface EyeBand {
  from: number;
  best: number;
  to: number;
  tight: number;
}
/** From memory; `best` fitted so that 40 wt falls to 75/11 and 60 wt to 65/9. */
const usualBand: EyeBand = { from: 0.5, best: 0.565, to: 0.7, tight: 0.8 };
/**
 * A wrapped metallic wants room: through the large eye of a 90/14 it runs, in the eye of a 75/11 its foil rubs off. Common practice, no
 * published source; the figures are from memory.
 */
const metallicBand: EyeBand = { from: 0.35, best: 0.43, to: 0.5, tight: 0.55 };
export const eyeBandFor = (fibre: ThreadBody['fibre']): EyeBand =>
  isMetallic(fibre) ? metallicBand : usualBand;

type Eyed = Pick<NeedleSpec, 'sizeMetric' | 'eye'>;

/** Clear width of a needle's eye, mm: 0.40 of the eye's metric size, which is one size above the blade (long eye: two). */
export function eyeWidth({ sizeMetric, eye }: Eyed): Quantity {
  const size = eyeSizes[eyeSizes.indexOf(sizeMetric) + eyeStep[eye]]!;
  return {
    value: (eyeWidthShare * size) / 100,
    unit: 'mm',
    spread: 0.08,
    basis: 'memory',
    because: `The eye of a ${sizeMetric} ${eye === 'large' ? 'with the long eye' : 'embroidery needle'} is that of a ${size}.`,
  };
}

export const eyeVerdicts = {
  loose: { name: 'loose' },
  comfortable: { name: 'comfortable' },
  snug: { name: 'snug' },
  tight: { name: 'tight' },
} as const;
export type EyeVerdict = keyof typeof eyeVerdicts;
export interface EyeFit {
  /** Thread diameter over eye width. */
  fill: Quantity;
  verdict: EyeVerdict;
  /** How far outside the comfortable band, as a share of the eye: 0 inside, negative below. */
  outside: number;
}

/** How a thread sits in a needle's eye. Throws as threadDiameter. */
export function eyeFit(needle: Eyed, thread: ThreadBody): EyeFit {
  const eye = eyeWidth(needle);
  const diameter = threadDiameter(thread);
  const fill = diameter.value / eye.value;
  const band = eyeBandFor(thread.fibre);
  return {
    fill: {
      value: fill,
      unit: 'share',
      spread: spreadOf(eye, diameter),
      basis: 'memory',
      because: `${diameter.value.toFixed(2)} mm of thread in an eye ${eye.value.toFixed(2)} mm wide.`,
    },
    verdict:
      fill < band.from ? 'loose' : fill <= band.to ? 'comfortable' : fill <= band.tight ? 'snug' : 'tight',
    outside: fill < band.from ? fill - band.from : Math.max(0, fill - band.to),
  };
}

/** The size whose eye suits the thread best, before cloth and element have their say. */
export function sizeForThread(thread: ThreadBody, eye: NeedleSpec['eye'] = 'standard'): NeedleMetric {
  const sizes = needleSizes.map((size) => size.metric);
  const misfit = (sizeMetric: NeedleMetric) =>
    Math.abs(eyeFit({ sizeMetric, eye }, thread).fill.value - eyeBandFor(thread.fibre).best);
  return sizes.reduce((best, size) => (misfit(size) < misfit(best) ? size : best));
}
