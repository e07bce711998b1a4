import { describe, expect, test } from 'vitest';
import { cellsOf, emptyGrid, layWord, partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import { regionsOf } from './regions.ts';

/** A cell is four pixels, so that a letter’s stroke has four and it is 28 px high, 2.8 mm. */
const cell = 4;
const pxPerMm = 10;
const edgeMm = 0.05;

/** A word whose letters' feet stand on row 16 of 26, from column 2 on; more cells are laid over it, "b" of another tone. */
function read(word: string, cells: readonly (readonly [x: number, y: number, of?: 'a' | 'b'])[] = [], box = { left: 0, top: 0, right: 0, bottom: 0 }) {
  const rows = emptyGrid(6 * word.length + 22, 26);
  layWord(rows, word, 2, 10);
  for (const [x, y, of = 'a'] of cells) rows[y]![x] = of;
  const grid = partsOfGrid(rows.map((row) => row.join('')), cell);
  const { regions, regionOf } = regionsOf(grid.parts, grid, { pxPerMm, edgeMm }, box);
  const of = (x: number, y: number) => regionOf[grid.at(x, y).id]!;
  return { regions, of, isOfWord: (x: number, y: number) => of(x, y) === regions.find(({ kind }) => kind === 'lettering')?.id };
} // prettier-ignore

describe('a word as a region', () => {
  test('its place, height, strokes and how many letters, each with its ±', () => {
    const { regions } = read('HEHL', [], { left: 8, top: 40, right: 99, bottom: 67 });
    expect(regions).toHaveLength(1);
    const [word] = regions;
    expect(word).toMatchObject({ id: 1, kind: 'lettering', leftMm: 0, topMm: 0, heightMm: 2.8 });
    expect(word!.widthMm).toBeCloseTo((23 * cell) / pxPerMm, 9);
    expect(word!.letters!.heightMm).toBeCloseTo(2.8, 1);
    expect(word!.letters!.tiltDegrees).toBeCloseTo(0, 1);
    expect(word!.letters!.count).toBe(4);
    expect(Math.abs(word!.strokeMm - 0.4)).toBeLessThan(0.06);
    expect(word!.plusMinusMm).toBeCloseTo(Math.hypot(edgeMm, 0.06 * word!.strokeMm), 9);
    expect(word!.letters!.plusMinusMm).toBeCloseTo(Math.hypot(edgeMm, 0.03 * word!.letters!.heightMm), 9);
    expect(word!.areaMm2).toBeCloseTo(cellsOf('HEHL') * (cell / pxPerMm) ** 2, 6);
  });
  test('where the design begins is where it is measured from', () => {
    const [word] = read('HEHL', [], { left: 0, top: 0, right: 99, bottom: 67 }).regions;
    expect(word!.leftMm).toBeCloseTo(0.8, 9);
    expect(word!.topMm).toBeCloseTo(4, 9);
  });
});

describe('marks of a line', () => {
  test('a dot over a small letter is of the word; over a capital it is an ornament', () => {
    expect(read('Hin', [[10, 10]]).isOfWord(10, 10)).toBe(true);
    expect(read('HLH', [[10, 8]]).isOfWord(10, 8)).toBe(false);
  });
  test('two dots over a capital are, as far from its middle each; three are a row of ornaments', () => {
    const two = read('LHL', [[8, 8], [12, 8]]); // prettier-ignore
    expect([two.isOfWord(8, 8), two.isOfWord(12, 8)]).toEqual([true, true]);
    const beside = read('LHL', [[10, 8], [14, 8]]); // prettier-ignore
    expect([beside.isOfWord(10, 8), beside.isOfWord(14, 8)]).toEqual([false, false]);
    const three = read('LHL', [[8, 8], [10, 8], [12, 8]]); // prettier-ignore
    expect([8, 10, 12].map((x) => three.isOfWord(x, 8))).toEqual([false, false, false]);
  });
  test('a stop beside the last letter is, as far as 0.7 of its height behind half a letter', () => {
    // The last letter's middle is column 16.5: half of it 2.5, and 0.7 of 7 is 4.9.
    expect(read('HEL', [[20, 16]]).isOfWord(20, 16)).toBe(true);
    expect(read('HEL', [[23, 16]]).isOfWord(23, 16)).toBe(true);
    expect(read('HEL', [[26, 16]]).isOfWord(26, 16)).toBe(false);
  });
  test('what lies under the line, or far above it, is not', () => {
    expect(read('HEH', [[10, 18]]).isOfWord(10, 18)).toBe(true);
    expect(read('HEH', [[10, 19]]).isOfWord(10, 19)).toBe(false);
    expect(read('Hin', [[10, 4]]).isOfWord(10, 4)).toBe(false);
  });
  test('of another colour it is not', () => {
    const { of, regions } = read('Hin', [
      [9, 10, 'b'],
      [10, 10, 'b'],
      [11, 10, 'b'],
    ]);
    expect(of(10, 10)).not.toBe(of(2, 12));
    expect(regions).toHaveLength(2);
  });
  test('wider than 1.75 strokes it is none', () => {
    const square = [[9, 8], [10, 8], [9, 9], [10, 9]] as const; // prettier-ignore
    expect(read('Hin', square).isOfWord(9, 8)).toBe(false);
    expect(read('Hin', [[9, 9], [10, 9]]).isOfWord(9, 9)).toBe(true); // prettier-ignore
  });
  test('a piece of a letter, broken off, is of the word', () => {
    // A stem of its own behind the H, half of the height.
    const stem = [[20, 13], [20, 14], [20, 15], [20, 16]] as const; // prettier-ignore
    expect(read('HEH', stem).isOfWord(20, 13)).toBe(true);
  });
});

describe('parts by themselves', () => {
  test('under 0.4 mm² they are dirt', () => {
    // A cell is 0.16 mm².
    const far = (cells: readonly (readonly [number, number])[]) => read('HEH', cells).regions.length;
    expect(far([[30, 2], [31, 2]])).toBe(1); // prettier-ignore
    expect(far([[30, 2], [31, 2], [32, 2]])).toBe(2); // prettier-ignore
  });
  test('the largest first', () => {
    const { regions } = read('H', [[30, 2], [31, 2], [32, 2]]); // prettier-ignore
    expect(regions.map(({ areaMm2 }) => areaMm2)).toEqual([...regions.map(({ areaMm2 }) => areaMm2)].sort((a, b) => b - a)); // prettier-ignore
    expect(regions.map(({ id }) => id)).toEqual(regions.map((_, k) => k + 1));
  });
});
