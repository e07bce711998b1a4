import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { mersenne } from 'pure-rand/generator/mersenne';

/**
 * Repeatable chance (Mersenne Twister): the same draws on every machine for the same `seed`, a whole number below 2^32.
 * Core has no chance of its own: whoever asks hands in the seed.
 */
export function chance(seed: number) {
  const generator = mersenne(seed);
  /** A number from 0 up to 1, 1 left out. */
  const next = () => uniformFloat64(generator);
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(next() * 16).toString(16)).join('');
  return {
    next,
    between: (low: number, high: number) => low + next() * (high - low),
    pick: <T>(from: readonly T[]): T => from[Math.floor(next() * from.length)]!,
    /** A UUIDv7 of the given instant (ms since 1970). */
    uuid7: (ms: number) => {
      const time = Math.floor(ms).toString(16).padStart(12, '0');
      return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${'89ab'[Math.floor(next() * 4)]}${hex(3)}-${hex(12)}`;
    },
  };
}
export type Chance = ReturnType<typeof chance>;
