import { type ElementKind } from '../element/elements.ts';

/** Usual settings of a digitiser, mm. Common practice, no published source. */
export const usual = { spacingMm: 0.4, fillStitchMm: 4, runStitchMm: 2.5, underlay: 1.15 } as const;

export interface Estimate {
  stitches: number;
  /** Stitch length of fill and run, width of a column: what the thread consumption is reckoned with. */
  lengthMm: number;
}

/**
 * Stitches of an area, from area/(spacing·length), a tenth or so of underlay added. Valid: area ≥ 0, stroke > 0.
 * An estimate: a stitch list measures.
 */
export function estimateStitches(kind: ElementKind, areaMm2: number, strokeMm: number): Estimate {
  if (kind === 'run') {
    const length = areaMm2 / strokeMm;
    return { stitches: Math.max(1, Math.round(length / usual.runStitchMm)), lengthMm: usual.runStitchMm };
  }
  const lengthMm = kind === 'fill' ? usual.fillStitchMm : Math.min(12, Math.max(0.6, strokeMm));
  const stitches = (areaMm2 / (usual.spacingMm * lengthMm)) * usual.underlay;
  return { stitches: Math.max(1, Math.round(stitches)), lengthMm };
}
