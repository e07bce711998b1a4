import { expect, test } from 'vitest';
import { partsOf, sewnParts, stitchLengthOf } from './measures.ts';

test('a stop without measures is one part, of what it is said to sew', () => {
  expect(partsOf({ element: 'foam' })).toEqual([{ element: 'foam' }]);
  expect(sewnParts({ element: 'fill', stitches: 900 })).toEqual([{ element: 'fill', stitches: 900 }]);
});

test('a stitch of a measured column is as long as the column is wide, 0.6 to 12 mm; others are usual', () => {
  expect(stitchLengthOf({ element: 'satin', strokeMm: 2, widestMm: 4 })).toBe(3);
  expect(stitchLengthOf({ element: 'lettering', strokeMm: 0.8 })).toBe(0.8);
  expect(stitchLengthOf({ element: 'lettering', strokeMm: 0.3 })).toBe(0.6);
  expect(stitchLengthOf({ element: 'satin', strokeMm: 20, widestMm: 30 })).toBe(12);
  expect(stitchLengthOf({ element: 'satin', widestMm: 5 })).toBe(3);
  expect(stitchLengthOf({ element: 'fill', strokeMm: 20 })).toBe(4);
  expect(stitchLengthOf({ element: 'run', strokeMm: 1 })).toBe(2.5);
});

test('a stop’s stitches are shared out as its parts were counted, evenly where one was not; the sum is the stop’s', () => {
  const parts = (first?: number) => ({
    element: 'fill' as const,
    stitches: 1000,
    measures: {
      by: 'picture' as const,
      parts: [
        { element: 'fill' as const, ...(first !== undefined && { stitches: first }) },
        { element: 'lettering' as const, stitches: 100 },
      ],
    },
  });
  expect(sewnParts(parts(300)).map(({ stitches }) => stitches)).toEqual([750, 250]);
  expect(sewnParts(parts()).map(({ stitches }) => stitches)).toEqual([500, 500]);
});
