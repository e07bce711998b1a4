import type { Principal } from '../../schemas/people.ts';
import { tooMany } from '../base/problem.ts';

/**
 * How much one device may ask for: so much at once, and so much a minute after that. Logging is counted in bytes: a shift that was sewn without a network, 5,000 touches or
 * 2 MB, goes through at once, and a disk is not filled in an afternoon. A feed tells at most some lines a second.
 */
export const rates = {
  compute: { burst: 60, perMinute: 120 },
  upload: { burst: 20, perMinute: 20 },
  log: { burst: 4_000_000, perMinute: 400_000 },
  feed: { burst: 8_000_000, perMinute: 2_000_000 },
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
 * Takes some from the device's bucket of this kind (token bucket). Returns 0 when it was taken, else how long to wait until there is as much in it, ms; nothing is taken then.
 * What is not asked who it is (the computer itself) is not counted. `now`: ms, of a clock that does not jump.
 */
export function take(
  { asked, device, machineId }: Principal,
  address: string,
  rate: Rate,
  some: number,
  now = performance.now(),
): number {
  if (!asked) return 0;
  const { burst, perMinute } = rates[rate];
  const key = `${rate} ${device?.id ?? machineId ?? address}`;
  const before = buckets.get(key) ?? { left: burst, at: now };
  const left = Math.min(burst, before.left + ((now - before.at) * perMinute) / 60_000);
  const isThere = left >= some;
  if (buckets.size >= mostBuckets) buckets.clear();
  buckets.set(key, { left: isThere ? left - some : left, at: now });
  return isThere ? 0 : ((some - left) * 60_000) / perMinute;
}

/** Takes as {@link take}; throws a 429 problem that says how long to wait. */
export function mustTake(...asked: Parameters<typeof take>): void {
  const waitS = Math.ceil(take(...asked) / 1000);
  if (waitS > 0)
    throw tooMany(`This device asks for more than it should. Wait ${waitS} s, and try again.`, waitS);
}

const longestPauseMs = 5000;

/** The parts of a stream, none sooner than its sender's bucket allows: the sender waits, and loses nothing. */
export async function* paced(
  parts: AsyncIterable<Uint8Array>,
  asker: Principal,
  address: string,
  rate: Rate,
): AsyncGenerator<Uint8Array> {
  for await (const part of parts) {
    for (let waitMs = 1; waitMs > 0;) {
      waitMs = take(asker, address, rate, part.length);
      if (waitMs > 0) await new Promise((done) => setTimeout(done, Math.min(waitMs, longestPauseMs)));
    }
    yield part;
  }
}
