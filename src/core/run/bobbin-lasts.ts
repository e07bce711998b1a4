import { bobbinLength } from '../bobbin/capacity.ts';
import { sewnParts, stitchLengthOf, type WhatIsSewn } from '../element/measures.ts';
import { garmentOf } from '../garment/from-words.ts';
import type { Garment } from '../garment/garment.ts';
import { thicknessMm } from '../garment/thickness.ts';
import { perStitch } from '../stitches/consumption.ts';
import { usualBobbinShare } from '../stitches/usual.ts';

/** Stitches that a full class L bobbin of 60 wt lasts on a job, by the consumption model (docs/arithmetic.md). NaN for a job without stitches. */
export function stitchesPerBobbin(job: {
  cloth: string;
  garment?: Garment | undefined;
  stops: readonly (WhatIsSewn & { stitches: number })[];
}): number {
  const thickness = thicknessMm(garmentOf(job).garment);
  const all = job.stops.reduce((sum, stop) => sum + stop.stitches, 0);
  const mm = job.stops.flatMap(sewnParts).reduce((sum, part) => {
    const { bobbinMm } = perStitch(part.element, stitchLengthOf(part), {
      thicknessMm: thickness,
      bobbinShare: usualBobbinShare,
    });
    return sum + bobbinMm * part.stitches;
  }, 0);
  return (bobbinLength('L', 1000 / 60).value * 1000) / (mm / all);
}
