import { mean, sampleStandardDeviation } from 'simple-statistics';
import { Refusal } from '../../base/refusal.ts';

/** A reading on the case gauge's scale: grams, and how far it may be off (one standard deviation). */
export interface CaseReading {
  grams: number;
  spread: number;
}

/** How far a reading by hand at the case gauge repeats, grams: from memory. */
export const gaugeSpread = 1.5;

/** The thread turns over the plate's edge by about a right angle. */
export const plateAngle = Math.PI / 2;

/** Friction of thread on the plate, learnt from readings taken both ways. */
export interface PlateFriction {
  mu: number;
  spread: number;
  pairs: number;
}

/**
 * To begin with: 35 g through the plate for 30 g at the case (common practice, no published source) gives
 * μ = ln(35/30)/(π/2) ≈ 0.098; how far machines differ is from memory.
 */
export const usualFriction: PlateFriction = { mu: Math.log(35 / 30) / plateAngle, spread: 0.03, pairs: 0 };

/**
 * Friction learnt from paired readings of the same case and thread, one at the case and one through the plate.
 * T2 = T1·e^(μθ), belt friction. Source: Euler–Eytelwein. Fewer than two pairs lean on the usual value.
 * Throws PairsOdd for a plate reading that is not above the case's.
 */
export function learnFriction(
  pairs: readonly { caseGrams: number; plateGrams: number }[],
  usual = usualFriction,
): PlateFriction {
  const each = pairs.map(({ caseGrams, plateGrams }) => {
    if (!(caseGrams > 0 && plateGrams > caseGrams))
      throw new Refusal(
        'PairsOdd',
        `Through the plate it must read more than at the case: ${plateGrams} g against ${caseGrams} g cannot be. Measure both again.`,
      );
    return Math.log(plateGrams / caseGrams) / plateAngle;
  });
  if (each.length === 0) return usual;
  const own = each.length > 1 ? sampleStandardDeviation(each) : usual.spread;
  // What is usual counts like one pair as far off as machines differ.
  const ofMean = Math.max(own, 0.005) ** 2 / each.length;
  const weight = usual.spread ** 2 / (usual.spread ** 2 + ofMean);
  return {
    mu: weight * mean(each) + (1 - weight) * usual.mu,
    spread: Math.sqrt(weight * ofMean),
    pairs: each.length,
  };
}

/** What a spring gauge through the needle plate says, on the case gauge's scale. Grams above 0. */
export function fromPlate(plateGrams: number, friction = usualFriction): CaseReading {
  const grams = plateGrams / Math.exp(friction.mu * plateAngle);
  return { grams, spread: Math.hypot(gaugeSpread, grams * plateAngle * friction.spread) };
}

/** What a case reading would be through the plate. */
export const toPlate = (caseGrams: number, friction = usualFriction) =>
  caseGrams * Math.exp(friction.mu * plateAngle);

export const dropOutcomes = { holds: 'it holds', crawls: 'it crawls', runs: 'it runs' } as const;
export type DropOutcome = keyof typeof dropOutcomes;

/**
 * A drop test as an interval: a known weight on the thread, the case held flat against a wall. It holds: the case
 * pulls more than the weight; it crawls: about the weight, a tenth either way (from memory); it runs: less.
 * `to` Infinity: no upper end known.
 */
export function fromDrop(weightGrams: number, outcome: DropOutcome): { from: number; to: number } {
  if (outcome === 'holds') return { from: weightGrams, to: Infinity };
  if (outcome === 'runs') return { from: 0, to: weightGrams };
  return { from: weightGrams * 0.9, to: weightGrams * 1.1 };
}
