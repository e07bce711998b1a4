import { describe, expect, test } from 'vitest';
import type { Seat } from '../../ledger/head-now.ts';
import { placeStops } from './places.ts';

const seat = (position: number, threadId: string, stitches: number) =>
  ({ head: 1, position, cone: { threadId }, needle: { age: { stitches } } }) as unknown as Seat;

describe('where a stop is sewn', () => {
  const seats = [seat(1, 'white', 900), seat(3, 'white', 200), seat(5, 'red', 0)];
  test('where its thread sits', () =>
    expect(placeStops([{ stop: 1, threadId: 'red', position: null }], seats)).toEqual([5]));
  test('of two positions with the colour, the one whose needle has sewn less', () =>
    expect(placeStops([{ stop: 1, threadId: 'white', position: null }], seats)).toEqual([3]));
  test('where the operator keyed it in, whatever sits there', () =>
    expect(placeStops([{ stop: 1, threadId: 'white', position: 5 }], seats)).toEqual([5]));
  test('nowhere when no cone carries it', () =>
    expect(placeStops([{ stop: 1, threadId: 'blue', position: null }], seats)).toEqual([null]));
});
