import { expect, test } from 'vitest';
import type { Principal } from '../../schemas/people.ts';
import { unauthenticated } from '../people/principals.ts';
import { mustTake, paced, rates, take } from './rate.ts';

const tablet = (id: string): Principal => ({
  ...unauthenticated,
  asked: true,
  role: 'tablet',
  device: { id, name: id },
});
/** How many of so many at the same moment are let through. */
const taken = (asker: Principal, count: number, now: number, rate: 'compute' | 'upload' = 'compute') =>
  Array.from({ length: count }, () => {
    try {
      mustTake(asker, '10.0.0.1', rate, 1, now);
      return true;
    } catch (error) {
      expect(error).toMatchObject({ status: 429 });
      return false;
    }
  }).filter(Boolean).length;

test('a device gets its burst, then as many as its minute holds; another one is not held up by it', () => {
  const { burst, perMinute } = rates.compute;
  expect(taken(tablet('a'), 200, 0)).toBe(burst);
  expect(taken(tablet('b'), 10, 0)).toBe(10);
  expect(taken(tablet('a'), 200, 30_000)).toBe(perMinute / 2);
  // Never more than the burst, however long it was quiet.
  expect(taken(tablet('a'), 200, 3_600_000)).toBe(burst);
  expect(taken(tablet('a'), 200, 3_600_000, 'upload')).toBe(rates.upload.burst);
});

test('the wait is told: until one is there again', () => {
  const { burst, perMinute } = rates.upload;
  taken(tablet('c'), burst, 0, 'upload');
  expect(() => mustTake(tablet('c'), '', 'upload', 1, 0)).toThrow(`Wait ${60 / perMinute} s`);
});

test('the computer itself is not counted; who was not let in is, by address', () => {
  expect(taken(unauthenticated, 500, 0)).toBe(500);
  expect(taken({ ...unauthenticated, asked: true, role: 'nobody' }, 500, 0)).toBe(rates.compute.burst);
});

test('logging is counted in bytes: a shift without a network goes through at once, a tablet that does not stop is held to 400 kB a minute', () => {
  const message = 100 * 350;
  const queued = Array.from({ length: 50 }, () => take(tablet('d'), '', 'log', message, 0));
  expect(queued.every((waitMs) => waitMs === 0)).toBe(true);
  let bytes = 0;
  for (let now = 0; now < 20_000; now += 10)
    if (take(tablet('e'), '', 'log', 1_000_000, now) === 0) bytes += 1_000_000;
  expect(bytes).toBe(rates.log.burst);
  // What does not fit takes nothing from what does.
  expect(take(tablet('e'), '', 'log', 400, 20_000)).toBe(0);
});

test('a feed that tells too much is read more slowly, and all of it is read', async () => {
  const parts = Array.from({ length: 6 }, () => new Uint8Array(rates.feed.burst / 5));
  const machine: Principal = { ...unauthenticated, asked: true, role: 'feed', machineId: 'm' };
  async function* sent() {
    yield* parts;
  }
  let read = 0;
  for await (const part of paced(sent(), machine, '', 'feed')) {
    read += part.length;
    if (read === rates.feed.burst) break;
  }
  expect(read).toBe(rates.feed.burst);
  expect(take(machine, '', 'feed', 1000)).toBeGreaterThan(0);
  expect(take(machine, '', 'log', 1000)).toBe(0);
});
