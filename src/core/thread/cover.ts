import { spreadOf, type Quantity } from '../base/quantity.ts';
import { UserError } from '../base/user-error.ts';
import { threadDiameter, type ThreadBody } from './diameter.ts';

/** Sewn thread lies hardly flattened, this many diameters wide. From memory, fitted so that 40 wt closes at a spacing of 0.40 mm. */
export const flattening = 1.05;

/** Usual spacing of a 40 wt fill or satin, mm. Common practice, no published source. */
export const usualSpacingMm = 0.4;

/**
 * Distance between one line of thread and the next, mm. What digitisers call spacing is from a line to the next on the same side (of a zigzag) or in the same direction (of a
 * fill): two lines. From memory; the thumb rules for stitches come out by it.
 */
export const lineDistance = (spacingMm: number): number => spacingMm / 2;
/** The spacing, mm, at which lines lie so far apart: the inverse of {@link lineDistance}. */
export const spacingOfLines = (apartMm: number): number => 2 * apartMm;

/** Width that a thread covers when sewn, mm. Throws as {@link threadDiameter}. */
export function sewnWidth(thread: ThreadBody): Quantity {
  const diameter = threadDiameter(thread);
  return {
    ...diameter,
    value: flattening * diameter.value,
    spread: spreadOf({ spread: 0.08 }, diameter),
    because: `It lies about ${flattening} diameters wide (${diameter.value.toFixed(3)} mm each).`,
  };
}

export interface Cover {
  /** Sewn width over the distance between lines: 1 closes, below shows cloth. */
  cover: Quantity;
  /** Share of the cloth left open, 0–1. */
  open: number;
  /** The spacing at which this thread just closes, mm. */
  closesAt: Quantity;
}

/**
 * How well lines of `thread` at a spacing of `spacingMm` cover the cloth. Valid: spacing 0.1–5 mm.
 * Throws Refusal `SpacingOutOfRange`.
 */
export function coverOf(thread: ThreadBody, spacingMm: number): Cover {
  if (!(spacingMm >= 0.1 && spacingMm <= 5))
    throw new UserError('SpacingOutOfRange', 'Give a spacing from 0.1 to 5 mm; 0.40 mm is usual.');
  const width = sewnWidth(thread);
  const apart = lineDistance(spacingMm);
  const cover = width.value / apart;
  return {
    cover: {
      ...width,
      value: cover,
      unit: 'share',
      because: `${width.value.toFixed(2)} mm of thread every ${apart.toFixed(2)} mm.`,
    },
    open: Math.max(0, 1 - cover),
    closesAt: {
      ...width,
      value: spacingOfLines(width.value),
      because: `Lines as far apart as the sewn thread is wide, two a spacing.`,
    },
  };
}
