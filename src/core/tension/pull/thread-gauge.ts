import { UserError } from '../../base/user-error.ts';

/** A position's upper tension at the thread gauge, grams. */
export interface UpperReading {
  position: number;
  grams: number;
}

/**
 * Copies one position's good number to the others: which knob to turn which way, and by how much it is off. Upper knobs
 * are fine: within `tolerance` (a twentieth of the number, from memory) a position is left alone. Then sew one full test
 * block to verify (common practice, no published source). Throws GoodMissing.
 */
export function copyUpper(
  readings: readonly UpperReading[],
  good: number,
  tolerance = 0.05,
): { target: number; turns: { position: number; way: 'tighten' | 'loosen'; off: number }[] } {
  const target = readings.find((reading) => reading.position === good)?.grams;
  if (target === undefined || !(target > 0))
    throw new UserError('GoodMissing', `Position ${good} has no reading to copy. Gauge it first.`);
  return {
    target,
    turns: readings
      .filter((reading) => Math.abs(reading.grams - target) > tolerance * target)
      .map(({ position, grams }) => ({
        position,
        way: grams < target ? ('tighten' as const) : ('loosen' as const),
        off: grams - target,
      })),
  };
}
