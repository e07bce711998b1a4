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
 * Where a function that is below 0 at `from` first comes to 0 on the way to `to`, both above 0, in logarithms; null where it does not. It may be infinite
 * far off. By halving, and by inverse quadratic interpolation where the function is smooth enough: a tenth of the steps that halving takes.
 * Source: Chandrupatla, “A new hybrid quadratic/bisection algorithm for finding the zero of a nonlinear function without using derivatives”,
 * Advances in Engineering Software 28, 1997.
 */
export function crossing(of: (at: number) => number, from: number, to: number): number | null {
  const at = (log: number) => of(Math.exp(log));
  // a: the newest, b: the other side of the crossing, c: the one before.
  let [a, b] = [Math.log(to), Math.log(from)];
  let [atA, atB] = [at(a), at(b)];
  if (!(atA > 0)) return null;
  let [c, atC] = [b, atB];
  let part = 0.5;
  for (let round = 0; round < 200; round++) {
    const next = a + part * (b - a);
    const atNext = at(next);
    if (atNext > 0 === atA > 0) [c, atC] = [a, atA];
    else [c, b, atC, atB] = [b, a, atB, atA];
    [a, atA] = [next, atNext];
    const close = 1e-11 * Math.max(1, Math.abs(a));
    if (Math.abs(b - a) <= close || atA === 0) break;
    part = interpolated({ a, b, c }, { atA, atB, atC });
    // At least as far as is told apart: or it creeps.
    const least = close / Math.abs(b - a) / 2;
    part = Math.min(1 - least, Math.max(least, part));
  }
  return Math.exp(a);
}

/** How far on from a to b the crossing lies by a parabola through all three, where that can be trusted; else a half. */
function interpolated(
  { a, b, c }: { a: number; b: number; c: number },
  { atA, atB, atC }: { atA: number; atB: number; atC: number },
): number {
  const [along, up] = [(a - b) / (c - b), (atA - atB) / (atC - atB)];
  const isSmooth = Number.isFinite(up) && up ** 2 < along && (1 - up) ** 2 < 1 - along;
  if (!isSmooth) return 0.5;
  const part =
    (atA / (atB - atA)) * (atC / (atB - atC)) +
    ((c - a) / (b - a)) * (atA / (atC - atA)) * (atB / (atC - atB));
  return Number.isFinite(part) ? part : 0.5;
}

/**
 * {@link crossing}, looked for near first: within a `step` (a part, in logarithms) of `from`, then twice as far, and so on to `to`.
 */
export function crossingNear(
  of: (at: number) => number,
  from: number,
  to: number,
  step: number,
): number | null {
  const [way, whole] = [Math.sign(to - from), Math.abs(Math.log(to / from))];
  for (let reach = step; reach < whole; reach *= 2) {
    const near = from * Math.exp(way * reach);
    if (of(near) > 0) return crossing(of, from, near);
  }
  return crossing(of, from, to);
}
