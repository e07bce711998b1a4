import { expect, test } from 'vitest';
import { partsOf, sewnParts, stitchLengthOf } from './measures.ts';
import { unsewable } from './sewable.ts';

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

test('what no thread can sew is told of a job’s stop as of a picture; what is not known is not held against it', () => {
  const says = (part: Parameters<typeof unsewable>[0]) => unsewable(part).map(({ kind }) => kind);
  expect(says({ element: 'satin', strokeMm: 0.69, widestMm: 8.2 })).toEqual(['thin', 'wide']);
  expect(unsewable({ element: 'satin', strokeMm: 0.69 })[0]!.says).toContain('0.69 mm');
  expect(says({ element: 'satin', strokeMm: 0.7, widestMm: 7 })).toEqual([]);
  expect(says({ element: 'lettering', letterMm: 2.4, strokeMm: 0.3, widestMm: 9 })).toEqual(['letters']);
  expect(says({ element: 'fill', strokeMm: 0.3, widestMm: 40 })).toEqual([]);
  expect(says({ element: 'satin' })).toEqual([]);
});
