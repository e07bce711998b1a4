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
