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
  return withSlope(places, median(slopes));
}

/**
 * The same, whatever nearly half of them do: at each place the median of the slopes to all others, and of those the median. For few places, of which several may be wrong. Source: Siegel, “Robust
 * regression using repeated medians”, Biometrika 69, 1982.
 */
export function lineThroughMost(places: readonly Place[]): (x: number) => number {
  const slopes = places.map(([x, y], index) =>
    median(
      places.flatMap(([otherX, otherY], other) => (other === index ? [] : [(otherY - y) / (otherX - x)])),
    ),
  );
  return withSlope(places, median(slopes));
}

function withSlope(places: readonly Place[], slope: number): (x: number) => number {
  const level = median(places.map(([x, y]) => y - slope * x));
  return (x) => level + slope * x;
}
