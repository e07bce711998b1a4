import { sewable } from '../../../core/element/sewable.ts';

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
