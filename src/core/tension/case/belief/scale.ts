import { UserError } from '../../../base/user-error.ts';

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
  /** So that mu ± 1.96 spreads holds the truth 95 times in 100. */
  spread: number;
  pairs: number;
}

/**
 * To begin with: 35 g through the plate for 30 g at the case (common practice, no published source) gives
 * μ = ln(35/30)/(π/2) ≈ 0.098; how far machines differ is from memory.
 */
export const usualFriction: PlateFriction = { mu: Math.log(35 / 30) / plateAngle, spread: 0.1, pairs: 0 };

/** How far readings repeat counts, before any pair, as if so many pairs had been seen to be {@link gaugeSpread} off. From memory. */
const noiseWorth = 0.5;

/**
 * Friction learnt from paired readings of the same case and thread, one at the case and one through the plate.
 * T2 = T1·e^(μθ), belt friction. Source: Euler–Eytelwein. Each pair tells μ with the gauge's error in both of its readings;
 * how far readings repeat is not known and learnt along (inverse chi-square, its beginning worth half a pair), so that few pairs leave a
 * wide interval (Student's, by its first term: Abramowitz and Stegun 26.7.5). The usual value counts as one more measurement.
 * Low pairs count like high ones: leaving them out would raise μ. Throws PairsOdd where a plate reading lies far below the case's.
 */
export function learnFriction(
  pairs: readonly { caseGrams: number; plateGrams: number }[],
  usual = usualFriction,
): PlateFriction {
  const each = pairs.map(({ caseGrams, plateGrams }) => {
    if (!(caseGrams > 0 && plateGrams > leastRatio * caseGrams))
      throw new UserError(
        'PairsOdd',
        `Through the plate it must read more than at the case: ${plateGrams} g against ${caseGrams} g cannot be. Measure both again.`,
      );
    // The error of a logarithm is the reading's over its value.
    const perGram = Math.hypot(1 / caseGrams, 1 / plateGrams) / plateAngle;
    return { mu: Math.log(plateGrams / caseGrams) / plateAngle, perGram };
  });
  if (each.length === 0) return usual;
  const weight = each.reduce((sum, { perGram }) => sum + perGram ** -2, 0);
  const own = each.reduce((sum, { mu, perGram }) => sum + mu * perGram ** -2, 0) / weight;
  const squares = each.reduce((sum, { mu, perGram }) => sum + ((mu - own) / perGram) ** 2, 0);
  const degrees = noiseWorth + each.length - 1;
  const noise2 = (noiseWorth * gaugeSpread ** 2 + squares) / degrees;
  const precision = weight / noise2 + usual.spread ** -2;
  const mu = ((own * weight) / noise2 + usual.mu * usual.spread ** -2) / precision;
  return { mu: Math.max(0, mu), spread: studentFactor(degrees) / Math.sqrt(precision), pairs: each.length };
}

/** Student's 97.5 % point over the normal one, by the first two terms of its expansion. Source: Abramowitz and Stegun 26.7.5. */
export function studentFactor(degrees: number): number {
  const z = 1.959964;
  return (
    1 +
    (z ** 2 + 1) / (4 * degrees) +
    (5 * z ** 4 + 16 * z ** 2 + 3) / (96 * degrees ** 2) +
    (3 * z ** 6 + 19 * z ** 4 + 17 * z ** 2 - 15) / (384 * degrees ** 3)
  );
}

/** A plate reading below this part of the case's is no error of the gauge, but another case. From memory. */
export const leastRatio = 0.5;

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
