import { caseFaults, type CaseFault } from './case-health.ts';
import type { EventOfCase } from './life.ts';
import { platePairs } from './plate-pairs.ts';
import { gaugeSpread, plateAngle, toPlate, type PlateFriction } from './belief/scale.ts';

/** Deviations from which on two readings of one case do not go together. */
const apart = 3;

/**
 * The last reading taken both ways, where case gauge and plate do not go together by more than both may be off and the plate's friction
 * is known. Empty where they do, or where none was taken.
 */
export function gaugesDisagree(life: readonly EventOfCase[], friction: PlateFriction): CaseFault[] {
  const last = platePairs(life).at(-1);
  if (!last) return [];
  const { caseGrams, plateGrams } = last;
  const off = Math.log(plateGrams / caseGrams) - friction.mu * plateAngle;
  const spread = Math.hypot(gaugeSpread / caseGrams, gaugeSpread / plateGrams, plateAngle * friction.spread);
  if (Math.abs(off) <= apart * spread) return [];
  const fits = toPlate(caseGrams, friction);
  return [
    {
      name: 'gauges',
      says: `${plateGrams.toFixed(1)} g through the plate and ${caseGrams.toFixed(1)} g at the case do not go together: about ${fits.toFixed(1)} g would. ${caseFaults.gauges.says}`,
    },
  ];
}
