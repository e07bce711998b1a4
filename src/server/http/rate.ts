import type { Asker } from '../../schemas/people.ts';
import { tooMany } from './problem.ts';

/** What costs more than a touch, and how often one device may ask for it: so many at once, and so many a minute after that. */
export const rates = {
  compute: { burst: 60, perMinute: 120 },
  upload: { burst: 20, perMinute: 20 },
} as const;
export type Rate = keyof typeof rates;

interface Bucket {
  left: number;
  /** ms */
  at: number;
}
const buckets = new Map<string, Bucket>();
const mostBuckets = 5000;

/**
 * Takes one from the device's bucket of this kind (token bucket). Throws a 429 problem when it is empty. What is not asked who it is (the computer itself) is not counted.
 * `now`: ms, of a clock that does not jump.
 */
export function takeOne(
  { asked, device }: Asker,
  address: string,
  rate: Rate,
  now = performance.now(),
): void {
  if (!asked) return;
  const { burst, perMinute } = rates[rate];
  const key = `${rate} ${device?.id ?? address}`;
  const before = buckets.get(key) ?? { left: burst, at: now };
  const left = Math.min(burst, before.left + ((now - before.at) * perMinute) / 60_000);
  if (buckets.size >= mostBuckets) buckets.clear();
  buckets.set(key, { left: Math.max(0, left - 1), at: now });
  if (left >= 1) return;
  const waitS = Math.ceil((1 - left) * (60 / perMinute));
  throw tooMany(`This device asks for more than it should. Wait ${waitS} s, and try again.`, waitS);
}
