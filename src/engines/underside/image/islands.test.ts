import { describe, expect, test } from 'vitest';
import { maskFrom, maskOf, pixelsIn } from '../../../../tests/support/masks.ts';
import { islandsOf, largestOf } from './islands.ts';
import { runningColours } from './runs.ts';

describe('the largest piece', () => {
  test('of several; how much of the picture it is, and whether it lies around the rest', () => {
    const rows = ['00000', '01101', '01100', '00001'];
    const piece = largestOf(maskFrom(rows))!;
    expect(pixelsIn(piece.mask).join('')).toBe('00000011000110000000');
    expect(piece).toMatchObject({ part: 4 / 20, isAround: false });
    expect(largestOf(maskFrom(['00000', '00000']))).toBeNull();
  });
  test('around: more than a quarter of the picture’s rim, corners counted twice', () => {
    // The rim of 6 × 4 is 20: five is a quarter.
    const along = (count: number) =>
      largestOf(maskFrom(['000000', '011110', '0'.repeat(6 - count) + '1'.repeat(count), '000000']))!; // prettier-ignore
    expect(along(5).isAround).toBe(false);
    const top = (count: number) => largestOf(maskFrom(['1'.repeat(count).padEnd(6, '0'), '010000', '010000', '000000']))!.isAround; // prettier-ignore
    // The corner is of two sides.
    expect(top(4)).toBe(false);
    expect(top(5)).toBe(true);
    const side = (count: number) =>
      largestOf(maskFrom(Array.from({ length: 12 }, (_, y) => (y > 0 && y <= count ? '0001' : '0000'))))!
        .isAround;
    expect(side(8)).toBe(false);
    expect(side(9)).toBe(true);
  });
});

describe('islands', () => {
  const [wide, high] = [90, 70];
  const flat = Float32Array.from({ length: wide * high }, (_, at) => (at % wide) / wide);
  const planes = [flat, flat.map((value) => 1 - value), flat.map(() => 0.25)] as const;
  const colours = runningColours({ width: wide, height: high, planes, factor: 1 });
  /** A rectangle about its middle: pixels whose middles lie in it. */
  const rectangle = (x: number, y: number, long: number, across: number, angle: number) =>
    Uint8Array.from({ length: wide * high }, (_, at) => {
      const [dx, dy] = [(at % wide) - x, Math.floor(at / wide) - y];
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      return Number(Math.abs(dx * cos + dy * sin) < long / 2 && Math.abs(dy * cos - dx * sin) < across / 2);
    });
  const options = { radius: 0, leastArea: 40 };
  const found = (mask: Uint8Array, more = {}) =>
    islandsOf(maskOf(mask, wide), { ...options, ...more }, colours);

  test.each([0, 0.3, 1.2, Math.PI / 2 - 1e-6, -0.7])(
    'an even rectangle at %d rad: its middle, sides, direction, area and colour',
    (angle) => {
      const [island, ...others] = found(rectangle(40.2, 33.7, 50, 14, angle));
      expect(others).toEqual([]);
      expect(island!.x).toBeCloseTo(40.2, 0);
      expect(island!.y).toBeCloseTo(33.7, 0);
      expect(Math.abs(island!.long - 50)).toBeLessThan(0.8);
      expect(Math.abs(island!.wide - 14)).toBeLessThan(0.6);
      expect(Math.abs(Math.sin(island!.angle - angle))).toBeLessThan(0.01);
      expect(Math.abs(island!.fill - 1)).toBeLessThan(0.03);
      expect(Math.abs(island!.area - 700)).toBeLessThan(40);
      expect(island!.colour[0]).toBeCloseTo(island!.x / wide, 4);
      expect(island!.colour[1]).toBeCloseTo(1 - island!.x / wide, 4);
      expect(island!.colour[2]).toBeCloseTo(0.25, 6);
      expect(island!.isCut).toBe(false);
    },
  );
  test('what is hollow or bent fills less of its rectangle', () => {
    const outer = rectangle(45, 35, 40, 20, 0);
    const inner = rectangle(45, 35, 30, 10, 0);
    const [hollow] = found(outer.map((value, at) => (inner[at] ? 0 : value)));
    expect(hollow!.fill).toBeLessThan(0.6);
    const [corner] = found(outer.map((value, at) => (at % wide > 35 && at / wide > 33 ? 0 : value)));
    expect(corner!.fill).toBeLessThan(0.9);
  });
  test('cut off: a pixel in the two rows or columns at the picture’s rim', () => {
    const isCut = (left: number, top: number) => {
      const mask = new Uint8Array(wide * high);
      for (let y = top; y < top + 10; y++) mask.fill(1, y * wide + left, y * wide + left + 12);
      return found(mask)[0]!.isCut;
    };
    expect([isCut(2, 30), isCut(1, 30)]).toEqual([false, true]);
    expect([isCut(wide - 14, 30), isCut(wide - 13, 30)]).toEqual([false, true]);
    expect([isCut(30, 2), isCut(30, 1)]).toEqual([false, true]);
    expect([isCut(30, high - 12), isCut(30, high - 11)]).toEqual([false, true]);
  });
  test('marks are left out; what hangs by a thread is cut off, and then is one', () => {
    const mask = rectangle(30, 35, 40, 12, Math.PI / 2);
    // A tail of one pixel to a knot of 5 × 5.
    for (let x = 36; x < 60; x++) mask[35 * wide + x] = 1;
    for (let y = 33; y < 38; y++) mask.fill(1, y * wide + 60, y * wide + 65);
    expect(found(mask)).toHaveLength(1);
    expect(found(mask)[0]!.area).toBeGreaterThan(500);
    const cut = found(mask, { radius: 1 });
    expect(cut).toHaveLength(1);
    expect(Math.abs(cut[0]!.wide - 12)).toBeLessThan(0.7);
    expect(found(mask, { radius: 1, leastArea: 25 })).toHaveLength(2);
    expect(found(mask, { radius: 1, leastArea: 26 })).toHaveLength(1);
  });
});
