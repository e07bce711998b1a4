import { describe, expect, test } from 'vitest';
import { cellsOf, emptyGrid, layWord, partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import { regionsOf } from '../regions/regions.ts';

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

describe('marks to the pixel', () => {
  /**
   * A word whose first letter begins at 40 px, its feet at 68 and its capitals 28 high, 20 wide, its strokes 3.5 as they are measured; the middles of its
   * letters at 50, 74, 98. More boxes are laid beside it.
   */
  const belongs = (
    word: string,
    ...boxes: readonly (readonly [x: number, y: number, wide: number, high: number])[]
  ) => {
    const cells = emptyGrid(6 * word.length + 22, 26);
    layWord(cells, word, 10, 10);
    const rows = cells.flatMap((row) =>
      Array.from({ length: cell }, () => row.flatMap((value) => Array<string>(cell).fill(value))),
    );
    for (const [x, y, wide, high] of boxes)
      for (let dy = 0; dy < high; dy++) rows[y + dy]!.fill('a', x, x + wide);
    const grid = partsOfGrid(rows.map((row) => row.join('')));
    const { regions, regionOf } = regionsOf(
      grid.parts,
      grid,
      { pxPerMm, edgeMm },
      { left: 0, top: 0, right: 0, bottom: 0 },
    );
    const line = regions.find(({ kind }) => kind === 'lettering')!.id;
    return boxes.every(([x, y]) => regionOf[grid.at(x, y).id] === line);
  };

  test('over a small letter: up to 0.4 of the height above it, half a stroke beside it', () => {
    // Its top at 48: 11.2 px.
    expect(belongs('HEn', [96, 33, 4, 4])).toBe(true);
    expect(belongs('HEn', [96, 32, 4, 4])).toBe(false);
    // Half of it and 1.75.
    expect(belongs('HEn', [107, 34, 4, 4])).toBe(true);
    expect(belongs('HEn', [108, 34, 4, 4])).toBe(false);
    expect(belongs('nEH', [37, 34, 4, 4])).toBe(true);
    expect(belongs('nEH', [36, 34, 4, 4])).toBe(false);
  });
  test('over a capital: a stroke, up to 0.22 of the height above it', () => {
    expect(belongs('HEH', [70, 32, 8, 2])).toBe(true);
    expect(belongs('HEH', [70, 31, 8, 2])).toBe(false);
    // As wide as a stroke, it is none.
    expect(belongs('HEH', [70, 31, 8, 4])).toBe(false);
  });
  test('beside it: 0.7 of the height behind half a letter, up to 1.1 of it above the line and 0.4 below', () => {
    for (const [right, left] of [
      [125, 19],
      [126, 18],
    ] as const) {
      // prettier-ignore
      expect(belongs('HEH', [right, 60, 4, 4])).toBe(right === 125);
      expect(belongs('HEH', [left, 60, 4, 4])).toBe(left === 19);
    }
    expect(belongs('HEH', [116, 38, 4, 4])).toBe(true);
    expect(belongs('HEH', [116, 37, 4, 4])).toBe(false);
    expect(belongs('HEH', [116, 75, 4, 4])).toBe(true);
    expect(belongs('HEH', [116, 76, 4, 4])).toBe(false);
  });
  test('nothing begins more than one and a half heights above the line, nor is longer than 0.6 of it', () => {
    expect(belongs('HEn', [96, 27, 4, 16])).toBe(true);
    expect(belongs('HEn', [96, 26, 4, 16])).toBe(false);
    expect(belongs('HEn', [96, 27, 4, 17])).toBe(false);
  });
  test('a piece of a letter is longer: from 1.15 of the height above the line to 0.35 below, 0.3 beside the outer letters’ middles', () => {
    expect(belongs('HEH', [97, 72, 18, 4])).toBe(true);
    expect(belongs('HEH', [98, 72, 18, 4])).toBe(false);
    expect(belongs('Hnn', [70, 36, 18, 4])).toBe(true);
    expect(belongs('Hnn', [70, 35, 18, 4])).toBe(false);
    expect(belongs('HEH', [66, 73, 18, 4])).toBe(true);
    expect(belongs('HEH', [66, 74, 18, 4])).toBe(false);
    expect(belongs('HEH', [33, 72, 18, 4])).toBe(true);
    expect(belongs('HEH', [32, 72, 18, 4])).toBe(false);
  });
  test('it is no longer than 1.3 heights, and no wider than 1.75 strokes', () => {
    expect(belongs('HEH', [56, 72, 36, 4])).toBe(true);
    expect(belongs('HEH', [56, 72, 37, 4])).toBe(false);
    expect(belongs('HEH', [66, 70, 18, 6])).toBe(true);
    expect(belongs('HEH', [66, 70, 18, 7])).toBe(false);
  });
  test('two dots over a capital: about its middle, alike in size and level', () => {
    const dots = (x: number, { down = 0, high = 4 } = {}) =>
      belongs('HEH', [66, 31, 4, 4], [x, 31 + down, 4, high]);
    // Evenly about the middle at 74 the second begins at 78; up to 11.4 px off in all.
    expect(dots(78)).toBe(true);
    expect(dots(83)).toBe(true);
    expect(dots(84)).toBe(false);
    expect(dots(73)).toBe(true);
    expect(dots(72)).toBe(false);
    expect(dots(78, { down: 1 })).toBe(true);
    expect(dots(78, { down: 2 })).toBe(false);
    expect(dots(78, { high: 5 })).toBe(true);
    expect(dots(78, { high: 6 })).toBe(false);
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
