/** Where a function with one hump is greatest between two places, by the golden section. Source: Kiefer 1953. */
export function goldenMost(of: (at: number) => number, from: number, to: number, close = 1e-10): number {
  const part = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [from, to];
  let [left, right] = [high - part * (high - low), low + part * (high - low)];
  let [atLeft, atRight] = [of(left), of(right)];
  while (high - low > close * Math.max(1, Math.abs(low) + Math.abs(high))) {
    if (atLeft > atRight) {
      [high, right, atRight] = [right, left, atLeft];
      left = high - part * (high - low);
      atLeft = of(left);
    } else {
      [low, left, atLeft] = [left, right, atRight];
      right = low + part * (high - low);
      atRight = of(right);
    }
  }
  return (low + high) / 2;
}

/**
 * Where a function that is below 0 at `from` first comes to 0 on the way to `to`, both above 0, by halving in logarithms; null where it does not.
 */
export function crossing(of: (at: number) => number, from: number, to: number): number | null {
  if (!(of(to) > 0)) return null;
  let [below, above] = [Math.log(from), Math.log(to)];
  for (
    let round = 0;
    round < 200 && Math.abs(above - below) > 1e-13 * Math.max(1, Math.abs(above));
    round++
  ) {
    const middle = (below + above) / 2;
    if (of(Math.exp(middle)) > 0) above = middle;
    else below = middle;
  }
  return Math.exp((below + above) / 2);
}
