import { expect, test } from 'vitest';
import type { Asker } from '../../schemas/people.ts';
import { unasked } from '../people/askers.ts';
import { rates, takeOne } from './rate.ts';

const tablet = (id: string): Asker => ({ ...unasked, asked: true, role: 'tablet', device: { id, name: id } });
/** How many of so many at the same moment are let through. */
const taken = (asker: Asker, count: number, now: number, rate: 'compute' | 'upload' = 'compute') =>
  Array.from({ length: count }, () => {
    try {
      takeOne(asker, '10.0.0.1', rate, now);
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
  expect(() => takeOne(tablet('c'), '', 'upload', 0)).toThrow(`Wait ${60 / perMinute} s`);
});

test('the computer itself is not counted; who was not let in is, by address', () => {
  expect(taken(unasked, 500, 0)).toBe(500);
  expect(taken({ ...unasked, asked: true, role: 'nobody' }, 500, 0)).toBe(rates.compute.burst);
});
