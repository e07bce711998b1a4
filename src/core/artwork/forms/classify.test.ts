import { describe, expect, test } from 'vitest';
import { kindOfShape } from './classify.ts';
import { estimateStitches } from '../stitch-estimate.ts';

/** Limits are values from memory; these are the shapes an operator would not argue about. */
describe('what a shape is sewn as', () => {
  test.each([
    ['a hairline', { strokeMm: 0.4, widestMm: 0.5, areaMm2: 12 }, 'run'],
    ['a border of 1.5 mm', { strokeMm: 1.5, widestMm: 1.6, areaMm2: 90 }, 'satin'],
    ['a column of 5 mm', { strokeMm: 5, widestMm: 5.2, areaMm2: 150 }, 'satin'],
    ['a band of 12 mm', { strokeMm: 12, widestMm: 12, areaMm2: 900 }, 'fill'],
    ['a disc of 10 mm', { strokeMm: 10, widestMm: 10, areaMm2: 78 }, 'fill'],
    ['a dot of 2 mm', { strokeMm: 2, widestMm: 2, areaMm2: 3.1 }, 'satin'],
    ['a leaf that swells to 11 mm', { strokeMm: 5, widestMm: 11, areaMm2: 200 }, 'fill'],
  ] as const)('%s', (_, shape, kind) => expect(kindOfShape(shape)).toBe(kind));
});

describe('stitches of an area', () => {
  test('a fill: area over spacing times length, with its underlay', () =>
    // 1000 mm² / (0.4 mm × 4 mm) = 625, and 15 % underlay.
    expect(estimateStitches('fill', 1000, 20)).toEqual({ stitches: 719, lengthMm: 4 }));
  test('a column: one crossing every 0.4 mm of its length', () =>
    // 40 mm long, 3 mm wide: 100 crossings, and 15 %.
    expect(estimateStitches('satin', 120, 3).stitches).toBe(115));
  test('a run: its length over 2.5 mm', () => expect(estimateStitches('run', 20, 0.5).stitches).toBe(16));
  test('never none, and twice the area is twice the stitches', () => {
    expect(estimateStitches('fill', 0.01, 1).stitches).toBe(1);
    expect(estimateStitches('satin', 240, 3).stitches).toBe(230);
  });
});
