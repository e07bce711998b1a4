import { type Fibre } from '../core/thread/fibres.ts';
import type { Fault } from '../core/fault/faults.ts';

/**
 * How often the simulated machine's thread breaks. Invented, and hidden from the rest of the product: it is there so that
 * what the product says of breaks can be tried against a known truth. Not a claim about any machine.
 */
export interface BreakConditions {
  /** Stitches the needle has sewn. */
  needleStitches: number;
  /** Thread diameter over eye width (core/needle/eye.ts). */
  eyeFill: number;
  fibre: Fibre;
  /** Stitches per minute. */
  speed: number;
  /** Grams that the bobbin case lies off its target. */
  tensionOff: number;
}

/** Breaks per stitch of a new, well-fitting needle with polyester at 800 st/min. */
export const baseRate = 1 / 25_000;
const fibreFactor: Record<Fibre, number> = {
  polyester: 1,
  nylon: 1,
  silk: 1.2,
  rayon: 1.6,
  cotton: 2.5,
  metallic: 4,
};
/** Stitches at which a needle breaks thread four times as often as a new one. */
const tiredNeedle = 250_000;

/**
 * Breaks per stitch: base × (1 + 3·(age/250,000)²) × e^(4·how far the eye's fill lies outside 0.5–0.7) × fibre ×
 * (speed/800)^1.5 × e^(grams off/20).
 */
export function breakRate({ needleStitches, eyeFill, fibre, speed, tensionOff }: BreakConditions): number {
  const outside = Math.max(0, 0.5 - eyeFill, eyeFill - 0.7);
  return (
    baseRate *
    (1 + 3 * (needleStitches / tiredNeedle) ** 2) *
    Math.exp(4 * outside) *
    fibreFactor[fibre] *
    (speed / 800) ** 1.5 *
    Math.exp(Math.abs(tensionOff) / 20)
  );
}

/** What a break is, by share; the shares add up to 1. */
export const faultShares: readonly (readonly [Fault, number])[] = [
  ['snap', 0.34],
  ['shred', 0.3],
  ['false_stop', 0.15],
  ['bobbin_break', 0.07],
  ['skipped', 0.05],
  ['loops', 0.04],
  ['nest', 0.03],
  ['needle_broke', 0.02],
];

/** Draws a kind of break. `chance`: uniform from 0 to 1. */
export function drawFault(chance: () => number): Fault {
  let left = chance();
  for (const [fault, share] of faultShares) {
    left -= share;
    if (left < 0) return fault;
  }
  return 'snap';
}
