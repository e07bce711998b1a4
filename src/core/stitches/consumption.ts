import { elements, type ElementKind } from '../element/elements.ts';
import { UserError } from '../base/user-error.ts';

/**
 * A stretch of sewing of one kind. `lengthMm`: stitch length of fill and run; for satin, lettering and foam the
 * width of the column, since each stitch crosses it once.
 */
export interface SewnElement {
  kind: ElementKind;
  stitches: number;
  lengthMm: number;
}

export interface ClothStack {
  /** Cloth and backing together, mm, under the foot. */
  thicknessMm: number;
  /** Share of a column's underside that is bobbin thread, 0–1 (practice: about a third to a half). */
  bobbinShare: number;
}

export interface Consumption {
  topMm: number;
  bobbinMm: number;
}

/**
 * Thread that one stitch takes, mm. Geometry of a lock stitch, with thickness h:
 * run and fill of length s: top s + 2h, bobbin s; a column of width w with bobbin share f: top (2−f)·w + 2h,
 * bobbin f·w. Crimp and tension are not in it: a measured bobbin life corrects the model for its machine.
 * Valid: length 0.1–15 mm, thickness 0–15 mm, share 0–1. Throws Refusal `ConsumptionOutOfRange`.
 */
export function perStitch(kind: ElementKind, lengthMm: number, cloth: ClothStack): Consumption {
  const { thicknessMm: h, bobbinShare: f } = cloth;
  if (!(lengthMm >= 0.1 && lengthMm <= 15 && h >= 0 && h <= 15 && f >= 0 && f <= 1)) {
    throw new UserError(
      'ConsumptionOutOfRange',
      'Stitch length or column width must be 0.1 to 15 mm, cloth and backing 0 to 15 mm thick, the bobbin share 0 to 1.',
    );
  }
  return elements[kind].crosses
    ? { topMm: (2 - f) * lengthMm + 2 * h, bobbinMm: f * lengthMm }
    : { topMm: lengthMm + 2 * h, bobbinMm: lengthMm };
}

/** Thread of a whole element, mm. `factor` corrects the bobbin side by a measured bobbin life (1: none known). */
export function consumption(element: SewnElement, cloth: ClothStack, factor = 1): Consumption {
  const one = perStitch(element.kind, element.lengthMm, cloth);
  return { topMm: one.topMm * element.stitches, bobbinMm: one.bobbinMm * element.stitches * factor };
}

/**
 * What a measured bobbin life says of the model: metres the bobbin held over metres the model used for the
 * stitches it sewed. Valid result 0.3–3; beyond, the record is wrong, not the model. Throws Refusal `BobbinLifeUnlikely`.
 */
export function bobbinFactor(heldMetres: number, modelMm: number): number {
  const factor = (heldMetres * 1000) / modelMm;
  if (!(factor >= 0.3 && factor <= 3)) {
    throw new UserError(
      'BobbinLifeUnlikely',
      'This bobbin’s life is more than three times off what the stitches need. Check when it was put in and what it held.',
    );
  }
  return factor;
}
