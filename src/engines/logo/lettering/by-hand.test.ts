import { describe, expect, test } from 'vitest';
import { emptyGrid, layWord, partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import { linesByHand, type LinesSaid } from './by-hand.ts';
import { findLines } from './lines.ts';

type Placed = readonly [word: string, x: number, y: number, tone?: 'a' | 'b'];
const cell = 4;

/** Words of letters 5 × 7 cells at these cells, and how their lines are when this was said; each as its letters' places from left to right. */
function lines(words: readonly Placed[], said: Partial<LinesSaid>) {
  const rows = emptyGrid(80, 40);
  for (const [word, left, top, tone] of words) layWord(rows, word, left, top, tone);
  const grid = partsOfGrid(rows.map((row) => row.join('')), cell);
  const found = findLines(grid.parts, grid.of, grid.width, 10);
  return linesByHand(found, grid.parts, grid, 10, { joined: [], cut: [], ...said })
    .map(({ parts, letters, base, heightPx }) => ({ letters: letters.map(({ left }) => left / cell).sort((a, b) => a - b), base, heightPx, tone: parts[0]!.tone }))
    .sort((a, b) => a.base - b.base || a.letters[0]! - b.letters[0]!);
} // prettier-ignore
/** The middle of a cell, as parts of the picture. */
const at = (x: number, y: number) => ({ x: (x + 0.5) / 80, y: (y + 0.5) / 40 });
const letters = (...told: Parameters<typeof lines>) => lines(...told).map((line) => line.letters);

describe('lines of lettering as a person put them right', () => {
  const apart: Placed[] = [['HEL', 4, 10], ['LEH', 40, 10]]; // prettier-ignore
  test('what is said to be one line is one, whatever the gap; nothing said, nothing changed', () => {
    expect(letters(apart, {})).toEqual([[4, 10, 16], [40, 46, 52]]); // prettier-ignore
    expect(letters(apart, { joined: [[at(4, 12), at(40, 12)]] })).toEqual([[4, 10, 16, 40, 46, 52]]);
    // A touch a pixel or two beside a thin letter is meant for it; one on bare cloth is passed over.
    expect(letters(apart, { joined: [[at(5, 10), at(39, 12)]] })).toEqual([[4, 10, 16, 40, 46, 52]]);
    expect(letters(apart, { joined: [[at(30, 30)]] })).toEqual([[4, 10, 16], [40, 46, 52]]); // prettier-ignore
    expect(letters(apart, { joined: [[]] })).toEqual([[4, 10, 16], [40, 46, 52]]); // prettier-ignore
  });
  test('a part that was no lettering is, once it is said', () => {
    const single: Placed[] = [['H', 40, 10]];
    expect(letters(single, {})).toEqual([]);
    expect(letters(single, { joined: [[at(40, 12)]] })).toEqual([[40]]);
    expect(letters([['HEL', 4, 10], ['H', 60, 10]], { joined: [[at(4, 12), at(60, 12)]] })).toEqual([[4, 10, 16, 60]]); // prettier-ignore
  });
  test('letters of two colours are sewn apart, as high as all of them', () => {
    const two = lines([['HEL', 4, 10], ['LEH', 40, 10, 'b']], { joined: [[at(4, 12), at(40, 12)]] }); // prettier-ignore
    expect(two.map((line) => line.letters)).toEqual([[4, 10, 16], [40, 46, 52]]); // prettier-ignore
    expect(new Set(two.map(({ tone }) => tone)).size).toBe(2);
    expect(two[0]!.heightPx).toBe(two[1]!.heightPx);
  });
  test('a line is cut between the letters on both sides of a place', () => {
    const one: Placed[] = [['HELEH', 4, 10]];
    expect(letters(one, { cut: [at(15, 13)] })).toEqual([[4, 10], [16, 22, 28]]); // prettier-ignore
    expect(letters(one, { cut: [at(9, 13)] })).toEqual([[4], [10, 16, 22, 28]]); // prettier-ignore
    expect(letters(one, { cut: [at(9, 13), at(21, 13)] })).toEqual([[4], [10, 16], [22, 28]]); // prettier-ignore
    // Beyond its ends, and above or below it by more than its height, there is nothing to cut.
    for (const place of [at(1, 13), at(40, 13), at(15, 1), at(15, 27)])
      expect(letters(one, { cut: [place] })).toEqual([[4, 10, 16, 22, 28]]);
  });
  test('of two lines the one that lies nearer is cut', () => {
    const two: Placed[] = [['HELEH', 4, 6], ['HELEH', 4, 18]]; // prettier-ignore
    expect(letters(two, { cut: [at(15, 20)] })).toEqual([[4, 10, 16, 22, 28], [4, 10], [16, 22, 28]]); // prettier-ignore
    expect(letters(two, { cut: [at(15, 10)] })).toEqual([[4, 10], [16, 22, 28], [4, 10, 16, 22, 28]]); // prettier-ignore
  });
});
