/** Where position 1 sits, seen from the front of the head. Both exist; most heads count from the right. */
export type NumberingSide = 'right' | 'left';

/** Position numbers from left to right as the operator sees them from the front. Valid: 1 ≤ positions ≤ 24. */
export function railOrder(positions: number, numberingSide: NumberingSide): number[] {
  const rising = Array.from({ length: positions }, (_, index) => index + 1);
  return numberingSide === 'left' ? rising : rising.reverse();
}
