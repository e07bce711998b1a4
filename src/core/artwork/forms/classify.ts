/** What can be sewn as what, mm. Values from memory; they decide what a part is first taken for. */
export const sewable = {
  /** A stroke narrower than this is sewn as a run. */
  runUnderMm: 0.75,
  /** A column wider than this is sewn as a fill: its stitches would snag. */
  columnUpToMm: 7,
  /** Narrowest column that any thread can be sewn as: of 60 wt. */
  leastColumnMm: 0.7,
  /** Letters lower than this cannot be read in any thread. */
  leastLetterMm: 2.5,
  /** A logo on a shirt's front stays around 75 mm; 100 mm suits bags and packs. Common practice. */
  shirtFrontMm: 100,
} as const;

/** Shape of a part in mm, mm². */
export interface Shape {
  strokeMm: number;
  widestMm: number;
  areaMm2: number;
}

/** What a part that is no lettering is sewn as: a run, a column (satin) or a fill. */
export function kindOfShape({ strokeMm, widestMm, areaMm2 }: Shape): 'run' | 'satin' | 'fill' {
  const long = areaMm2 / strokeMm / strokeMm;
  if (strokeMm < sewable.runUnderMm && widestMm < 2 * sewable.runUnderMm && long > 4) return 'run';
  if (widestMm > 1.35 * sewable.columnUpToMm || strokeMm > sewable.columnUpToMm) return 'fill';
  // A blob as wide as it is long is filled unless it is small.
  if (long < 2 && widestMm > 4) return 'fill';
  return 'satin';
}
