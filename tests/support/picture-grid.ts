import { splitParts, type Part } from '../../src/engines/logo/parts/parts.ts';
import { distancesToOthers } from '../../src/engines/logo/parts/widths.ts';

/** A picture of characters as labels, pixel by pixel: "." is 0, "a", "b" … are 1, 2 …; each character `scale` pixels square. */
export function labelsOfGrid(rows: readonly string[], scale = 1): Uint8Array {
  const width = rows[0]!.length * scale;
  return Uint8Array.from({ length: width * rows.length * scale }, (_, pixel) => {
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    const character = rows[Math.floor(y / scale)]![Math.floor(x / scale)]!;
    return character === '.' ? 0 : character.charCodeAt(0) - 96;
  });
}

/** The same as the reader's parts; what is 0 is the ground. `at` finds the part on a character. */
export function partsOfGrid(rows: readonly string[], scale = 1) {
  const width = rows[0]!.length * scale;
  const height = rows.length * scale;
  const labels = labelsOfGrid(rows, scale);
  const { parts, of } = splitParts(
    labels,
    width,
    height,
    distancesToOthers(labels, width, height),
    (label) => label === 0,
    1,
  );
  const at = (x: number, y: number): Part =>
    parts.find(({ id }) => id === of[y * scale * width + x * scale])!;
  return { parts, of, width, height, at };
}

/** Letters of 5 × 7 cells, their feet on the last row. */
const cellLetters: Readonly<Record<string, readonly string[]>> = {
  H: ['a...a', 'a...a', 'a...a', 'aaaaa', 'a...a', 'a...a', 'a...a'],
  E: ['aaaaa', 'a....', 'a....', 'aaaa.', 'a....', 'a....', 'aaaaa'],
  L: ['a....', 'a....', 'a....', 'a....', 'a....', 'a....', 'aaaaa'],
  n: ['.....', '.....', 'aaaa.', 'a...a', 'a...a', 'a...a', 'a...a'],
  i: ['.....', '.....', '..a..', '..a..', '..a..', '..a..', '..a..'],
};

/** A picture of characters without anything on it. */
export const emptyGrid = (wide: number, high: number): string[][] =>
  Array.from({ length: high }, () => Array<string>(wide).fill('.'));

/** Lays a word of {@link cellLetters} (H, E, L, n, i) on a grid, a letter every six cells; `tone`: the character that it is drawn with. */
export function layWord(grid: string[][], word: string, left: number, top: number, tone = 'a'): void {
  [...word].forEach((letter, k) =>
    cellLetters[letter]!.forEach((row, y) =>
      [...row].forEach((value, x) => (grid[top + y]![left + 6 * k + x] = value === 'a' ? tone : '.')),
    ),
  );
}

/** How many cells a word of {@link cellLetters} has. */
export const cellsOf = (word: string): number =>
  [...word].reduce((sum, letter) => sum + cellLetters[letter]!.join('').replaceAll('.', '').length, 0);
