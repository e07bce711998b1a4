import { median } from 'simple-statistics';

export type Place = readonly [x: number, y: number];

/**
 * The line that half of some places leave on each side, whatever a few of them do: the median of all slopes. Two places or more, no two at one `x`. Source:
 * Theil, “A rank-invariant method of linear and polynomial regression analysis”, Indagationes Mathematicae 12, 1950; Sen 1968.
 */
export function lineThrough(places: readonly Place[]): (x: number) => number {
  const slopes = places.flatMap(([x, y], index) =>
    places.slice(index + 1).map(([otherX, otherY]) => (otherY - y) / (otherX - x)),
  );
  const slope = median(slopes);
  const level = median(places.map(([x, y]) => y - slope * x));
  return (x) => level + slope * x;
}
