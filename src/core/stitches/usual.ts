import type { ElementKind } from '../jobs/read-rows.ts';

/**
 * Top thread that a stitch takes on the average of a shop's work, mm, where the design was not measured. From
 * memory; the model gives 5 to 7 for usual fills and columns (consumption.ts). About ±25 %.
 */
export const usualTopMm = 5.5;

/**
 * Stitch length (fill, run) or column width (satin, lettering, foam) where a design was not measured, mm. From memory.
 */
export const usualLengthMm: Readonly<Record<ElementKind, number>> = {
  fill: 4,
  run: 2.5,
  satin: 3,
  lettering: 1.5,
  foam: 4,
};

/** Share of a column's underside that is bobbin thread where nobody measured it. Practice: a third to a half. */
export const usualBobbinShare = 0.36;
