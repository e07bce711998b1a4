import { describe, expect, test } from 'vitest';
import { kindOfShape } from './classify.ts';

/** Limits are values from memory; these are the shapes an operator would not argue about. */
describe('what a shape is sewn as', () => {
  test.each([
    ['a hairline', { strokeMm: 0.4, widestMm: 0.5, areaMm2: 12 }, 'run'],
    ['a border of 1.5 mm', { strokeMm: 1.5, widestMm: 1.6, areaMm2: 90 }, 'satin'],
    ['a column of 5 mm', { strokeMm: 5, widestMm: 5.2, areaMm2: 150 }, 'satin'],
    ['a band of 12 mm', { strokeMm: 12, widestMm: 12, areaMm2: 900 }, 'fill'],
    ['a disc of 10 mm', { strokeMm: 10, widestMm: 10, areaMm2: 78 }, 'fill'],
    ['a dot of 2 mm', { strokeMm: 2, widestMm: 2, areaMm2: 3.1 }, 'satin'],
    ['a hairline that swells to 2 mm', { strokeMm: 0.7, widestMm: 2, areaMm2: 30 }, 'satin'],
    ['a column of 1 mm, never wider than a run may be', { strokeMm: 1, widestMm: 1.4, areaMm2: 30 }, 'satin'],
    ['a speck', { strokeMm: 0.5, widestMm: 0.6, areaMm2: 0.9 }, 'satin'],
    ['a block of 5 mm', { strokeMm: 5, widestMm: 5, areaMm2: 40 }, 'fill'],
    ['a block of 4 mm', { strokeMm: 4, widestMm: 4, areaMm2: 25 }, 'satin'],
    ['a leaf that swells to 9.4 mm', { strokeMm: 5, widestMm: 9.4, areaMm2: 200 }, 'satin'],
    ['a leaf that swells to 11 mm', { strokeMm: 5, widestMm: 11, areaMm2: 200 }, 'fill'],
  ] as const)('%s', (_, shape, kind) => expect(kindOfShape(shape)).toBe(kind));
});
