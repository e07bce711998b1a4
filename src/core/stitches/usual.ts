/**
 * Top thread that a stitch takes on the average of a shop's work, mm, where the design was not measured. From
 * memory; the model gives 5 to 7 for usual fills and columns (consumption.ts). About ±25 %.
 */
export const usualTopMm = 5.5;

/** Share of a column's underside that is bobbin thread where nobody measured it. Practice: a third to a half. */
export const usualBobbinShare = 0.36;
