import { describe, expect, test } from 'vitest';
import { partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import { lettersOf } from './letters.ts';
import type { Part } from '../parts/parts.ts';

/** The grid's part at its first pixel that is one, and what it gives to a line of lettering. */
function given(rows: readonly string[], more: Partial<Part> = {}, pxPerMm = 10) {
  const grid = partsOfGrid(rows);
  const y = rows.findIndex((row) => row.includes('a'));
  const part = { ...grid.at(rows[y]!.indexOf('a'), y), ...more };
  return { part, letters: lettersOf(part, grid.of, grid.width, pxPerMm), grid };
}
const ring = (wide: number, high: number, pen = 2) =>
  Array.from({ length: high }, (_, y) =>
    Array.from({ length: wide }, (__, x) =>
      Math.min(x, y, wide - 1 - x, high - 1 - y) < pen ? 'a' : '.',
    ).join(''),
  );
/** Loops side by side, joined by a line at their foot: `gap` px between them. */
const joined = (loops: number, { wide = 10, high = 20, gap = 4, pen = 2 } = {}) =>
  ring(wide, high, pen).map((row, y) =>
    Array.from({ length: loops }, () => row).join((y >= high - pen ? 'a' : '.').repeat(gap)),
  );

describe('what a part gives to a line of lettering', () => {
  test('itself, with its rows, where it is about as wide as high', () => {
    const { part, letters } = given(ring(14, 20));
    expect(letters).toHaveLength(1);
    expect(letters[0]).toMatchObject({ left: 0, right: 13, top: 0, bottom: 19, isSlice: false });
    expect(letters[0]!.part).toBe(part);
    expect(letters[0]!.rows).toBe(part.rows);
  });
  test('from 0.8 mm to 60 mm high', () => {
    const count = (pxPerMm: number) => given(ring(14, 20), {}, pxPerMm).letters.length;
    expect([count(25), count(25.1)]).toEqual([1, 0]);
    expect([count(1 / 3), count(0.33)]).toEqual([1, 0]);
  });
  test('nothing where its stroke is over half of its height, or a place of it over three quarters', () => {
    const count = (more: Partial<Part>) => given(ring(14, 20), more).letters.length;
    expect([count({ strokePx: 10.9 }), count({ strokePx: 11 })]).toEqual([1, 0]);
    expect([count({ widestPx: 14.9 }), count({ widestPx: 15 })]).toEqual([1, 0]);
  });
  test('a frame, a rule or a wave is itself up to twice its height, then nothing', () => {
    const count = (wide: number) => given(ring(wide, 20)).letters.map(({ isSlice }) => isSlice);
    expect(count(24)).toEqual([false]);
    expect(count(39)).toEqual([false]);
    expect(count(40)).toEqual([]);
    const wave = Array.from({ length: 20 }, (_, y) => Array.from({ length: 80 }, (__, x) => (Math.abs(10 + 8 * Math.sin(x / 6) - y) < 2 ? 'a' : '.')).join('')); // prettier-ignore
    expect(given(wave).letters).toEqual([]);
  });
  test('a bar with letters cut out of it is nothing', () => {
    const bar = joined(4);
    const filled = Array.from({ length: 24 }, (_, y) => (y < 2 || y > 21 ? 'a'.repeat(56) : `aa${bar[y - 2]!.replaceAll('.', 'b').replaceAll('a', '.').replaceAll('b', 'a')}aa`)); // prettier-ignore
    expect(given(filled).letters).toEqual([]);
  });
});

describe('joined letters', () => {
  test('are slices of a fifth of their height, side by side from end to end', () => {
    // 4 loops of 10 and 3 gaps of 4: 52 px, at 4 px a slice 13.
    const { part, letters } = given(joined(4));
    expect(letters).toHaveLength(13);
    expect(letters[0]!.left).toBe(0);
    expect(letters.at(-1)!.right).toBe(51);
    for (const [k, one] of letters.entries()) {
      expect(one.isSlice).toBe(true);
      expect(one.part).toBe(part);
      expect(one.right - one.left + 1).toBe(4);
      if (k > 0) expect(one.left).toBe(letters[k - 1]!.right + 1);
    }
  });
  test('each with its own top and foot and the ends of its rows, as looking at its pixels gives', () => {
    // The second loop stands four pixels lower than the others: rows above it are empty there.
    const low = joined(4).map((row, y) => {
      const loop = y < 4 ? '.'.repeat(10) : y < 6 ? 'a'.repeat(10) : row.slice(14, 24);
      return row.slice(0, 14) + loop + row.slice(24);
    });
    const { letters, grid } = given(low);
    expect(letters.length).toBeGreaterThan(10);
    for (const { left, right, top, bottom, rows } of letters) {
      const inked = (y: number) =>
        Array.from({ length: right - left + 1 }, (_, k) => left + k).filter((x) => low[y]![x] === 'a');
      const filled = [...low.keys()].filter((y) => inked(y).length > 0);
      expect([top, bottom]).toEqual([filled[0], filled.at(-1)]);
      expect(rows).toHaveLength(2 * (bottom - top + 1));
      for (let y = top; y <= bottom; y++) {
        const [from, to] = [rows[2 * (y - top)]!, rows[2 * (y - top) + 1]!];
        if (inked(y).length === 0) expect(from).toBeGreaterThan(to);
        else expect([from, to]).toEqual([inked(y)[0], inked(y).at(-1)]);
      }
    }
    expect(grid.parts).toHaveLength(1);
  });
  test('two loops are a letter of their own; three are joined', () => {
    // Across they are met four times, from outside twice.
    expect(given(joined(2, { gap: 8 })).letters.map(({ isSlice }) => isSlice)).toEqual([false]);
    expect(given(joined(3)).letters.length).toBeGreaterThan(2);
  });
  test('too stout a place is no pen’s', () => {
    const { letters } = given(joined(4), { widestPx: 13.1 });
    expect(letters).toEqual([]);
    expect(given(joined(4), { widestPx: 12.9 }).letters).toHaveLength(13);
  });
});
