import { fibres, type Fibre } from './fibres.ts';
import { spreadOf, type Quantity } from '../base/quantity.ts';
import { UserError } from '../base/user-error.ts';
import { texRange } from '../units/thread-count.ts';

/** Share of a twisted thread's cross-section that is fibre, not air. From memory. */
export const packing = 0.65;

/** A thread as physics sees it. `tex` in g/km. */
export interface ThreadBody {
  tex: number;
  fibre: Fibre;
}

/**
 * Diameter of a round, unflattened thread, mm: d = 0.0357·√(tex/(ρ·φ)), which is the circle whose area is
 * tex/(1000·ρ·φ) mm². Valid: tex 1–1000. Throws Refusal `ThreadTexOutOfRange`.
 * ρ and φ are values from memory; the geometry needs no source.
 */
export function threadDiameter({ tex, fibre }: ThreadBody): Quantity {
  if (!(tex >= texRange.min && tex <= texRange.max)) {
    throw new UserError(
      'ThreadTexOutOfRange',
      `${tex} tex is no sewing thread: ${texRange.min} to ${texRange.max} tex. Check the weight on the cone.`,
    );
  }
  const { density, spread } = fibres[fibre];
  return {
    value: 0.0357 * Math.sqrt(tex / (density * packing)),
    unit: 'mm',
    // The weight on the cone ±5 %, packing ±15 %; a metallic's make-up ±25 %.
    spread: spreadOf({ spread: 0.05, power: 0.5 }, { spread: 0.15, power: 0.5 }, { spread, power: 0.5 }),
    basis: 'memory',
    because: `${round(tex)} tex of ${fibre} at ${density} g/cm³, ${packing * 100} % packed.`,
  };
}

const round = (value: number) => Number(value.toPrecision(3));
