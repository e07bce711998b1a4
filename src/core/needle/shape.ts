import { among, object, text } from '../shape/parts.ts';
import { needleSizes } from '../units/needle-size.ts';
import { needleBlades, needleCoatings, needleEyes, needlePoints } from './letters.ts';

/** A needle's points, coatings, eyes and blades in a message. */
export const needleWords = {
  point: among(needlePoints),
  coating: among(needleCoatings),
  eye: among(needleEyes),
  blade: among(needleBlades),
} as const;

/** A kind of needle in a message: NeedleSpec (label.ts). */
export const needleSpecShape = object({
  system: text(1, 20),
  sizeMetric: { enum: needleSizes.map((size) => size.metric) },
  ...needleWords,
});
