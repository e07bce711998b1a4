/** Repeatable chance (mulberry32): the demo's history is the same on every machine for the same start. */
export function chance(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(next() * 16).toString(16)).join('');
  return {
    next,
    between: (low: number, high: number) => low + next() * (high - low),
    pick: <T>(from: readonly T[]): T => from[Math.floor(next() * from.length)]!,
    /** A UUIDv7 of the given instant. */
    uuid7: (ms: number) => {
      const time = Math.floor(ms).toString(16).padStart(12, '0');
      return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${'89ab'[Math.floor(next() * 4)]}${hex(3)}-${hex(12)}`;
    },
  };
}
export type Chance = ReturnType<typeof chance>;
