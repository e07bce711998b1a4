import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  convertThreadCount,
  countFrom,
  readThreadCount,
  texFrom,
  texRange,
  threadCounts,
  threadWeightText,
  type ThreadCountUnit,
} from './thread-count.ts';

const units = Object.keys(threadCounts) as ThreadCountUnit[];

describe('thread counts', () => {
  test('a bigger weight number is a thinner thread; a bigger tex a thicker one', () => {
    expect(texFrom('wt', 60)).toBeLessThan(texFrom('wt', 40));
    expect(texFrom('den', 150)).toBeLessThan(texFrom('den', 225));
  });

  test('any count converted to another unit and back is itself', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...units),
        fc.constantFrom(...units),
        fc.double({ min: texRange.min, max: texRange.max, noNaN: true }),
        (from, to, tex) => {
          const value = countFrom(from, tex);
          // Rounding may carry a value at the very edge of the range over it.
          fc.pre(tex > 1.0001 && tex < 999.9);
          expect(convertThreadCount(convertThreadCount(value, from, to), to, from)).toBeCloseTo(value, 6);
        },
      ),
    );
  });

  test('the finest and the thickest thread are taken, what is just beyond is not', () => {
    expect([texFrom('tex', 1), texFrom('tex', 1000)]).toEqual([1, 1000]);
    expect([texFrom('wt', 1000), texFrom('wt', 1)]).toEqual([1, 1000]);
    for (const value of [0.999, 1000.001, 0, -25, NaN, Infinity])
      expect(() => texFrom('tex', value)).toThrow('is no sewing thread');
    for (const value of [0, -40, NaN]) expect(() => texFrom('wt', value)).toThrow('is no sewing thread');
  });

  test('blanks around a count do not matter; decimals are read to the last, with point or comma', () => {
    expect(readThreadCount('  40 wt ').tex).toBe(25);
    expect(readThreadCount('33.333 tex').tex).toBe(33.333);
    expect(readThreadCount('33,25tex').tex).toBe(33.25);
    expect(() => readThreadCount('  blue ')).toThrow('Cannot read “blue” as');
  });

  test.each(['40 wt', 'No. 40', 'no 40', '40', 'Nm 40', '25 tex', '250 dtex', '225 den', '225d', '25,0 tex'])(
    '“%s” on a cone is 25 tex',
    (text) => {
      expect(readThreadCount(text).tex).toBeCloseTo(25, 10);
    },
  );

  test.each(['', 'forty', '40 40', 'wt', '40 ells', 'Nm 40 tex'])(
    '“%s” is refused with how to write it',
    (text) => {
      expect(() => readThreadCount(text)).toThrow(/Write it like 40 wt/);
    },
  );

  test.each<[ThreadCountUnit, number]>([
    ['wt', 0],
    ['wt', -40],
    ['wt', 4000],
    ['tex', 0.2],
    ['den', 1e9],
    ['Ne', NaN],
    ['tex', Infinity],
  ])('%s %d is no sewing thread', (unit, value) => {
    expect(() => texFrom(unit, value)).toThrow(expect.objectContaining({ name: 'ThreadCountOutOfRange' }));
  });

  test('it is written with both numbers, so that neither is mistaken for the other', () => {
    expect(threadWeightText(40)).toBe('40 wt (25 tex)');
    expect(threadWeightText(60)).toBe('60 wt (16.7 tex)');
  });
});
