/**
 * The chance (mulberry32) with which the made-up pictures have been drawn from the beginning. Another generator would draw other
 * pictures, and their tests would no longer hold the readers to what they could.
 */
export function pictureChance(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    between: (low: number, high: number) => low + next() * (high - low),
    pick: <T>(from: readonly T[]): T => from[Math.floor(next() * from.length)]!,
  };
}
