/** Rates are breaks per so many stitches. */
export const perStitches = 10_000;
