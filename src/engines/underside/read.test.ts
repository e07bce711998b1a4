import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { casesTried } from '../../../tests/support/cases-tried.ts';
import { pixelsOf } from '../../../tools/made/pixels.ts';
import {
  anyBlock,
  madeUnderside,
  worseBlock,
  type UndersideMade,
} from '../../../tools/made/undersides/underside.ts';
import { readUnderside, type UndersideColumn } from './read.ts';

describe('reading the underside from a photo', () => {
  test('made-up photos: mean error of the share at most 0.012, 95 in 100 within 0.035, none misread by more than 0.1, and within what is said', async () => {
    const errors: number[] = [];
    let [columns, held] = [0, 0];
    for (let seed = 218; seed > 218 - casesTried(4); seed--) {
      const made = anyBlock(seed);
      const { pixels } = await madeUnderside(made);
      columns += made.columns.length;
      try {
        readUnderside(pixels, { count: made.columns.length, columnMm: made.columnMm }).forEach(
          (one, index) => {
            if (one.share === null) return expect(one.why).toMatch(/^Cannot read column/);
            const error = Math.abs(one.share - made.columns[index]!.share);
            errors.push(error);
            held += Number(error <= one.plusMinus!);
          },
        );
      } catch (error) {
        expect((error as Error).name).toMatch(/^(NoColumns|ColumnsDiffer)$/);
      }
    }
    errors.sort((a, b) => a - b);
    expect(errors.length).toBeGreaterThan(0.65 * columns);
    expect(errors.reduce((a, b) => a + b, 0) / errors.length).toBeLessThanOrEqual(0.012);
    expect(errors[Math.floor(0.95 * errors.length)]).toBeLessThanOrEqual(0.035);
    expect(errors.at(-1)).toBeLessThan(0.1);
    expect(held / errors.length).toBeGreaterThan(0.93);
  });

  const five = (shares: readonly number[], colour = '#12509a'): UndersideMade => ({
    seed: 5,
    columns: shares.map((share) => ({ colour, share })),
    bobbin: '#f6f5f0',
    tiltDegrees: 3,
  });
  test('widths in mm, from left to right in the picture; a stripe off centre', async () => {
    const made = five([0.33, 0.5, 0.2]);
    const { pixels } = await madeUnderside({
      ...made,
      columns: made.columns.map((column, index) => ({ ...column, off: index === 1 ? 0.1 : 0 })),
    });
    const read = readUnderside(pixels, { count: 3, columnMm: 10 });
    expect(read[0]!.widths!.bobbin).toBeCloseTo(3.3, 0);
    expect(read[1]!.widths!.left - read[1]!.widths!.right).toBeGreaterThan(1);
    for (const { widths } of read) expect(widths!.left + widths!.bobbin + widths!.right).toBeCloseTo(10, 1);
    // Outlines are in the picture's own px, so that they can be laid over it.
    expect(read[0]!.outline[0]![0]).toBeLessThan(read[1]!.outline[0]![0]);
    expect(read[0]!.stripe![1]![0] - read[0]!.stripe![0]![0]).toBeGreaterThan(15);
  });
  test('a thread too like the bobbin is refused, its neighbours are read', async () => {
    const made = five([0.3, 0.3, 0.3, 0.3]);
    const columns = made.columns.map((column, index) =>
      index === 2 ? { ...column, colour: '#1b1c20' } : column,
    );
    const { pixels } = await madeUnderside({ ...made, columns, bobbin: '#17181b' });
    const read = readUnderside(pixels, { count: 4, columnMm: 10 });
    expect(read.map((one) => one.share !== null)).toEqual([true, true, false, true]);
    expect(read[2]!.why).toBe(
      'Cannot read column 3: its thread is too like the bobbin’s. Sew the block with another bobbin.',
    );
  });
  test('the count is found, one that does not fit is told, and no column is made up on bare cloth', async () => {
    const { pixels } = await madeUnderside(five([0.3, 0.5, 0.2, 0.4]));
    const read = readUnderside(pixels, { columnMm: 10 });
    expect(read).toHaveLength(4);
    read.forEach((one, index) =>
      expect(Math.abs(one.share! - [0.3, 0.5, 0.2, 0.4][index]!)).toBeLessThan(0.03),
    );
    // Those that are there are read all the same, whether too many were said or too few.
    const widths = read.map(({ share }) => share);
    for (const count of [5, 3])
      expect(readUnderside(pixels, { count, columnMm: 10 }).map(({ share }) => share)).toEqual(widths);
    expect(() => readUnderside(pixels, { count: 9, columnMm: 10 })).toThrow(
      '4 columns are seen on this picture, 9 were said.',
    );
  });
  test.each([90, 180, 270])(
    'a photo turned by %d° is read as well, its columns one after another',
    async (turn) => {
      const shares = [0.2, 0.35, 0.5];
      const { jpeg } = await madeUnderside(five(shares));
      const pixels = await pixelsOf(sharp(jpeg).rotate(turn));
      const read = readUnderside(pixels, { count: 3, columnMm: 10 }).map(({ share }) => share!);
      // Turned to the right the first column lies on top, turned to the left the last.
      const wanted = turn === 90 ? shares : [...shares].reverse();
      read.forEach((share, index) => expect(Math.abs(share - wanted[index]!)).toBeLessThan(0.03));
    },
  );
  test('a pale column among others is shown where it must be, and refused', async () => {
    const made = five([0.3, 0.3, 0.3, 0.3]);
    const columns = made.columns.map((column, index) =>
      index === 1 ? { ...column, colour: '#f2f1ec', share: 0.3 } : column,
    );
    const { pixels } = await madeUnderside({ ...made, columns });
    const read = readUnderside(pixels, { count: 4, columnMm: 10 });
    expect(read.map((one) => one.share !== null)).toEqual([true, false, true, true]);
    expect(read[1]!.why).toContain('too like the cloth');
  });
  test('pale columns at the end of a row count where so many were said: hardly an edge of them shows, and the rest is read', async () => {
    const made = five([0.3, 0.3, 0.3, 0.3, 0.3]);
    const columns = made.columns.map((column, index) => (index < 2 ? { ...column, colour: '#f8f7f3' } : column)); // prettier-ignore
    const { pixels } = await madeUnderside({ ...made, columns });
    const read = readUnderside(pixels, { count: 5, columnMm: 10 });
    expect(read.map((one) => one.share !== null)).toEqual([false, false, true, true, true]);
    expect(read[0]!.why).toContain('its thread is too like the');
  });
  test('thin columns side by side: each is one, though a part of it looks like another', async () => {
    const block = anyBlock(7009);
    const scale = 6.4868937925713315;
    const made = { ...block, columnMm: 3, scale, blurPx: (block.blurPx! * scale) / 8 };
    const { pixels } = await madeUnderside(made);
    expect(readUnderside(pixels, { columnMm: 3 })).toHaveLength(made.columns.length);
  });
  test('a column on cut cloth, a thread hanging from it: its own rectangle, not one with the cloth about it', async () => {
    const made = { ...worseBlock(4003), columnMm: 12, scale: 9.533, blurPx: 0 };
    const { pixels } = await madeUnderside(made);
    const [{ outline }] = readUnderside(pixels, { count: 1, columnMm: 12 }) as [UndersideColumn];
    const middle = [0, 1].map((axis) => outline.reduce((sum, corner) => sum + corner[axis as 0], 0) / 4);
    // It stands in the middle of the picture, 114 px wide.
    expect(Math.hypot(middle[0]! - pixels.width / 2, middle[1]! - pixels.height / 2)).toBeLessThan(
      0.15 * 114,
    );
  });
  test('uneven along the column is told', async () => {
    const { pixels } = await madeUnderside(five([0.4, 0.4]));
    for (const one of readUnderside(pixels, { count: 2, columnMm: 10 }))
      expect(one.unevenness).toBeLessThan(0.05);
  });
  test.each([
    ['an empty picture', { count: 3, columnMm: 10 }, /No 3 columns can be found/],
    ['no column asked for', { count: 0, columnMm: 10 }, /how many columns/],
    ['a column of no width', { count: 3, columnMm: 0 }, /how wide/],
  ])('%s: a sentence that says what to do', (_, asked, words) => {
    const data = new Uint8ClampedArray(300 * 200 * 4).fill(240);
    expect(() => readUnderside({ width: 300, height: 200, data }, asked)).toThrow(words);
  });
});
