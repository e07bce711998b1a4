import { describe, expect, test } from 'vitest';
import { linesFrom } from './lines-from-text.ts';
import { nearest } from '../../engines/picture/near.ts';
import {
  howOften,
  isCorrected,
  kindsSaid,
  noCorrections,
  placeIn,
  regionAt,
  widestGap,
} from './manual-correction.ts';
import type { Reading, Region } from '../../engines/logo/reading.ts';

/** A reading of which only the map is asked. */
function readingOf(rows: readonly string[]): Reading {
  const map = {
    width: rows[0]!.length,
    height: rows.length,
    of: Uint16Array.from([...rows.join('')].map((character) => (character === '.' ? 0 : Number(character)))),
  };
  return { map } as Reading;
}
const region = (id: number) => ({ id }) as Region;

describe('places on a picture', () => {
  const reading = readingOf([
    '11..22', //
    '11..22',
    '.1....',
  ]);
  test('a region’s own place lies in it, and tells it again', () => {
    // Of five pixels, row by row, the third: left in the second row.
    expect(placeIn(reading, 1)).toEqual({ x: 0.5 / 6, y: 1.5 / 3 });
    expect(placeIn(reading, 2)).toEqual({ x: 4.5 / 6, y: 1.5 / 3 });
    for (const id of [1, 2]) expect(regionAt(reading, placeIn(reading, id))).toBe(id);
    expect(regionAt(reading, { x: 0.5, y: 0.5 })).toBe(0);
    expect(regionAt(reading, { x: 0.5, y: 1.5 })).toBe(0);
  });
  test('kinds are said of the regions in which their places lie now; of two the newer; of bare cloth none', () => {
    const said = {
      ...noCorrections,
      kinds: [
        { at: placeIn(reading, 1), kind: 'fill' as const },
        { at: { x: 0.5, y: 0.9 }, kind: 'run' as const },
        { at: { x: 0.01, y: 0.01 }, kind: 'satin' as const },
      ],
    };
    expect(kindsSaid(reading, said)).toEqual(new Map([[1, 'satin']]));
    expect(kindsSaid(reading, noCorrections).size).toBe(0);
  });
  test('the widest gap of a line of letters, at its middle height; one letter has none', () => {
    const line = readingOf([
      '............', //
      '.1.11....11.',
      '.1.11....1..',
      '............',
    ]);
    // From the 5th column to the 9th, rows 1 to 2.
    expect(widestGap(line, region(1))).toEqual({ x: 7 / 12, y: 2 / 4 });
    expect(widestGap(readingOf(['.111.', '.1.1.']), region(1))).toBeNull();
    // What lies beside it is not of it.
    expect(widestGap(readingOf(['1.1..2']), region(1))).toEqual({ x: 1.5 / 6, y: 0.5 });
  });
  test('the nearest pixel of which something is told, ring by ring', () => {
    const at = (told: Record<number, string>) => (pixel: number) => told[pixel];
    const size = { width: 5, height: 4 };
    expect(nearest({ x: 2, y: 2 }, size, 2, at({ 12: 'here', 11: 'beside' }))).toBe('here');
    expect(nearest({ x: 2, y: 2 }, size, 2, at({ 6: 'corner', 0: 'far' }))).toBe('corner');
    expect(nearest({ x: 2, y: 2 }, size, 1, at({ 0: 'far' }))).toBeNull();
    expect(nearest({ x: 2, y: 2 }, size, 2, at({ 0: 'far' }))).toBe('far');
    // Beyond the right edge begins no other row.
    expect(nearest({ x: 4, y: 1 }, size, 1, at({ 10: 'next row' }))).toBeNull();
    expect(nearest({ x: 0, y: 3 }, size, 1, at({ 20: 'below' }))).toBeNull();
    expect(nearest({ x: 1, y: 1 }, size, 1, (pixel) => (pixel === 12 ? 0 : null))).toBe(0);
  });
});

describe('what a person put right', () => {
  const right = { ...noCorrections, parts: 6 };
  const place = { x: 0.5, y: 0.5 };
  const kind = { at: place, kind: 'fill' as const };
  test('something is said when a ground, a kind, a line joined or one cut is', () => {
    expect(isCorrected(noCorrections)).toBe(false);
    expect(isCorrected({ ...noCorrections, ground: '#ffffff' })).toBe(true);
    expect(isCorrected({ ...noCorrections, kinds: [kind] })).toBe(true);
    expect(isCorrected({ ...noCorrections, joined: [[place, place]] })).toBe(true);
    expect(isCorrected({ ...noCorrections, cut: [place] })).toBe(true);
  });
  test('logos, grounds and parts counted: a kind is one part, a line joined or cut another, no more than there are', () => {
    expect(
      howOften([
        right,
        { ...right, ground: '#ffffff' },
        { ...right, parts: 9, kinds: [kind, kind], joined: [[place, place]], cut: [place] },
        { ...right, parts: 2, kinds: [kind, kind, kind] },
      ]),
    ).toEqual({ logos: 4, logosPutRight: 3, grounds: 1, parts: 6 + 6 + 9 + 2, partsPutRight: 4 + 2 });
    expect(howOften([])).toEqual({ logos: 0, logosPutRight: 0, grounds: 0, parts: 0, partsPutRight: 0 });
  });
  test('lines as they stand in an address', () => {
    expect(linesFrom({ joined: '0.1,0.4;0.7,0.4|0.2,0.8;0.6,0.8', cut: '0.5,0.4;0.25,0.5' })).toEqual({
      joined: [
        [
          { x: 0.1, y: 0.4 },
          { x: 0.7, y: 0.4 },
        ],
        [
          { x: 0.2, y: 0.8 },
          { x: 0.6, y: 0.8 },
        ],
      ],
      cut: [
        { x: 0.5, y: 0.4 },
        { x: 0.25, y: 0.5 },
      ],
    });
    expect(linesFrom({})).toEqual({ joined: [], cut: [] });
    expect(linesFrom({ joined: '', cut: '' })).toEqual({ joined: [], cut: [] });
  });
});
