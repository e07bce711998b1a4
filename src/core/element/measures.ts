import type { DataOf } from '../shape/data-of.ts';
import { among, object, stitches } from '../shape/parts.ts';
import { elementOf, elements, type ElementKind } from './elements.ts';

/** How the measures of a stop came to be known. */
export const measuredBy = {
  picture: { name: 'read from the picture' },
  list: { name: 'measured from the stitch list' },
  typed: { name: 'typed' },
} as const;

/** Whether a stop's stitches were counted or are a guess. */
export const stitchesBy = { measured: { name: 'measured' }, estimated: { name: 'estimated' } } as const;

const mm = (least: number, most: number) => ({ type: 'number', minimum: least, maximum: most }) as const;

/** One kind of thing that a stop sews. What is left out is not known. Lengths in mm. */
const partShape = object(
  {
    element: among(elements),
    stitches,
    /** Height of the lowest capitals. */
    letterMm: mm(0.5, 400),
    /** Narrowest and widest column or stroke. */
    strokeMm: mm(0.05, 400),
    widestMm: mm(0.05, 400),
    areaMm2: mm(0, 1_000_000),
    /** Between neighbouring lines: the smaller, the denser. */
    spacingMm: mm(0.05, 20),
  },
  ['stitches', 'letterMm', 'strokeMm', 'widestMm', 'areaMm2', 'spacingMm'],
);
export type StopPart = DataOf<typeof partShape>;

/** What is known of what a stop sews: often several kinds of things with one thread. */
export const measuresShape = object(
  {
    by: among(measuredBy),
    stitches: among(stitchesBy),
    parts: { type: 'array', items: partShape, minItems: 1, maxItems: 12 },
  },
  ['stitches'],
);
export type Measures = DataOf<typeof measuresShape>;

/** A length or area as a job keeps it: two decimals, within what its measures may be. */
export const measured = (value: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round(value * 100) / 100));

/** A stop as far as its advice depends on what is sewn. */
export interface WhatIsSewn {
  element: ElementKind;
  measures?: Measures | undefined;
}

/** What a stop sews, part by part; its element alone where nothing was measured. */
export const partsOf = ({ element, measures }: WhatIsSewn): readonly StopPart[] =>
  measures?.parts ?? [{ element }];

/**
 * Length of one stitch of a part, mm: the width of its columns where stitches cross them and it was measured, else what is usual for its
 * kind. Stitches longer than 12 mm are split, none is shorter than 0.6 mm.
 */
export function stitchLengthOf({ element, strokeMm, widestMm }: StopPart): number {
  const { crosses, usualLengthMm } = elementOf(element);
  if (!crosses || strokeMm === undefined) return usualLengthMm;
  return Math.min(12, Math.max(0.6, (strokeMm + (widestMm ?? strokeMm)) / 2));
}

/** A stop's parts with the stitches of each: counted where all were, else shared out evenly. The sum is the stop's own. */
export function sewnParts(stop: WhatIsSewn & { stitches: number }): (StopPart & { stitches: number })[] {
  const parts = partsOf(stop);
  const counted = parts.reduce((sum, part) => sum + (part.stitches ?? 0), 0);
  const isCounted = counted > 0 && parts.every((part) => part.stitches !== undefined);
  return parts.map((part) => ({
    ...part,
    stitches: stop.stitches * (isCounted ? part.stitches! / counted : 1 / parts.length),
  }));
}
